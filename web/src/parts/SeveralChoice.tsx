import { ChevronDown } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import type { ReactNode } from 'react';

/** Some of a few names; with none chosen, what is usual. */
export function SeveralChoice({
  label,
  names,
  chosen,
  usual,
  onChange,
}: {
  label: string;
  names: string[];
  chosen: string[];
  usual: ReactNode;
  onChange: (chosen: string[]) => void;
}) {
  const turn = (name: string, on: boolean) =>
    onChange(names.filter((one) => (one === name ? on : chosen.includes(one))));
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger
        aria-label={label}
        className="-mx-1 flex min-w-0 items-center justify-between gap-1 rounded-control px-1 text-left hover:bg-hover"
      >
        <span className="min-w-0 truncate">{chosen.length > 0 ? chosen.join(', ') : usual}</span>
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
              checked={chosen.includes(name)}
              onCheckedChange={(on) => turn(name, on)}
              onSelect={(event) => event.preventDefault()}
              className="flex h-7 items-center gap-2 px-3 outline-none data-[highlighted]:bg-select"
            >
              <span aria-hidden className="w-3 text-center">
                {chosen.includes(name) ? '✓' : ''}
              </span>
              {name}
            </DropdownMenu.CheckboxItem>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
