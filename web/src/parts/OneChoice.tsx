import { Check, ChevronDown } from 'lucide-react';
import { Select } from 'radix-ui';
import { ellipsis } from '@/parts/ellipsis';

/** One of several in a listbox that looks the same everywhere. */
export function OneChoice({
  label,
  value,
  options,
  onChange,
  className = '',
  origin,
}: {
  label: string;
  value: string;
  options: readonly { value: string; word: string }[];
  onChange: (value: string) => void;
  className?: string;
  /** Where the value comes from, where that is shown. */
  origin?: string;
}) {
  // An item may not be empty; the empty text is a choice like others here.
  const inside = (text: string) => `=${text}`;
  return (
    <Select.Root value={inside(value)} onValueChange={(next) => onChange(next.slice(1))}>
      <Select.Trigger
        aria-label={label}
        data-origin={origin}
        className={`inline-flex min-w-0 items-center justify-between gap-1.5 rounded-chip text-left ${className}`}
      >
        <span ref={ellipsis}>
          <Select.Value />
        </span>
        <ChevronDown size={13} className="flex-none text-ink-3" aria-hidden />
      </Select.Trigger>
      <Select.Portal>
        <Select.Content
          position="popper"
          sideOffset={4}
          className="z-[60] max-h-[50vh] min-w-[var(--radix-select-trigger-width)] overflow-auto rounded-float border border-hair-strong bg-raised py-1 shadow-float"
        >
          <Select.Viewport>
            {options.map((option) => (
              <Select.Item
                key={option.value}
                value={inside(option.value)}
                className="flex h-7 items-center gap-2 pr-4 pl-2 outline-none data-[highlighted]:bg-select"
              >
                <span className="w-3.5 flex-none">
                  <Select.ItemIndicator>
                    <Check size={13} aria-hidden />
                  </Select.ItemIndicator>
                </span>
                <Select.ItemText>{option.word}</Select.ItemText>
              </Select.Item>
            ))}
          </Select.Viewport>
        </Select.Content>
      </Select.Portal>
    </Select.Root>
  );
}
