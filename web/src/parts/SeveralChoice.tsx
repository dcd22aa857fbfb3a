import { ChevronDown } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { ellipsis } from '@/parts/ellipsis';

/** Some of a few names; with none chosen, the usual ones, which are not told. */
export function SeveralChoice({
  label,
  names,
  chosen,
  usual,
  none,
  onChange,
}: {
  label: string;
  names: string[];
  chosen: string[];
  usual: string[];
  /** What is shown where there are none. */
  none: string;
  onChange: (chosen: string[]) => void;
}) {
  const taken = chosen.length > 0 ? chosen : usual;
  const turn = (name: string, on: boolean) => {
    const next = names.filter((one) => (one === name ? on : taken.includes(one)));
    onChange(next.join() === usual.join() ? [] : next);
  };
  const shown = taken.join(', ') || none;
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger
        aria-label={`${label}: ${shown}`}
        className="-mx-1 flex min-w-0 items-center justify-between gap-1 rounded-chip px-1 text-left hover:bg-sunk"
      >
        <span ref={ellipsis}>{shown}</span>
        <ChevronDown size={12} aria-hidden className="flex-none text-ink-3" />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="start"
          className="z-50 min-w-44 rounded-float border border-hair-strong bg-raised py-1 shadow-float"
        >
          {names.map((name) => (
            <DropdownMenu.CheckboxItem
              key={name}
              checked={taken.includes(name)}
              onCheckedChange={(on) => turn(name, on)}
              onSelect={(event) => event.preventDefault()}
              className="flex h-7 items-center gap-2 px-3 outline-none data-[highlighted]:bg-select"
            >
              <span aria-hidden className="w-3 text-center">
                {taken.includes(name) ? '✓' : ''}
              </span>
              {name}
            </DropdownMenu.CheckboxItem>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
