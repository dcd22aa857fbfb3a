import { ChevronDown } from 'lucide-react';
import { Popover } from 'radix-ui';
import { ellipsis } from '@/parts/ellipsis';
import { choicesInWords, type RunChoices, USUAL_WORKERS, wholeNumber } from './runChoices';

const MOST = { workers: 64, tries: 10, stopAfter: 100_000, paceMillis: 60_000 };

/** How the run is carried out: workers, tries, when it stops, and what one sees of it. */
export function RunChoicesField({
  choices,
  onChange,
}: {
  choices: RunChoices;
  onChange: (choices: RunChoices) => void;
}) {
  const number = (key: keyof typeof MOST, word: string, placeholder: string) => (
    <label className="flex items-center justify-between gap-4">
      {word}
      <input
        inputMode="numeric"
        defaultValue={choices[key] ?? ''}
        placeholder={placeholder}
        className="h-7 w-24 rounded-field border border-field bg-surface px-2 text-right font-mono text-value"
        onChange={(event) => onChange({ ...choices, [key]: wholeNumber(event.target.value, MOST[key]) })}
      />
    </label>
  );
  const yes = (key: 'seen' | 'pictures', word: string) => (
    <label className="flex items-center justify-between gap-4">
      {word}
      <input
        type="checkbox"
        checked={choices[key] ?? false}
        onChange={(event) => onChange({ ...choices, [key]: event.target.checked || undefined })}
      />
    </label>
  );
  return (
    <Popover.Root>
      <Popover.Trigger
        aria-label={`How it is run: ${choicesInWords(choices)}`}
        className="-mx-1 flex min-w-0 items-center justify-between gap-1 rounded-chip px-1 text-left hover:bg-sunk"
      >
        <span ref={ellipsis}>{choicesInWords(choices)}</span>
        <ChevronDown size={12} aria-hidden className="flex-none text-ink-3" />
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={6}
          className="z-50 flex w-72 flex-col gap-2 rounded-float border border-hair-strong bg-raised p-3 shadow-float"
        >
          {number('workers', 'Suites side by side', String(USUAL_WORKERS))}
          {number('tries', 'Tries of a case', 'as it says')}
          {number('stopAfter', 'Stop after failures', 'never')}
          {number('paceMillis', 'Pause after each step, ms', 'none')}
          {yes('seen', 'Show the browsers on the server’s screen')}
          {yes('pictures', 'A picture after each step')}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
