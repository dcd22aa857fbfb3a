import { Search } from 'lucide-react';
import { useEffect, useRef } from 'react';
import { isTyping } from './typing';

/** Those that are there. */
const fields = new Set<HTMLInputElement>();

/** The filter that is meant where there are several: of the column that one is in, else of the sheet. */
function meant(): HTMLInputElement | undefined {
  const all = [...fields];
  const here = document.activeElement?.closest('[data-panel]');
  return (
    all.find((field) => here?.contains(field)) ??
    all.find((field) => field.closest('[data-panel]')?.id === 'sheet') ??
    all[0]
  );
}

/** The filter on top of a list; `/` goes to it from anywhere but a field. */
export function Filter({
  value,
  onChange,
  label,
  finds = 'Filter',
}: {
  value: string;
  onChange: (value: string) => void;
  label: string;
  /** What it shows while it is empty. */
  finds?: string;
}) {
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => {
    const own = field.current;
    if (!own) return;
    fields.add(own);
    const onKey = (event: KeyboardEvent) => {
      const asked = event.key === '/' && !event.ctrlKey && !event.metaKey && !isTyping(event);
      if (!asked || event.defaultPrevented || meant() !== own) return;
      event.preventDefault();
      own.focus();
    };
    addEventListener('keydown', onKey);
    return () => {
      fields.delete(own);
      removeEventListener('keydown', onKey);
    };
  }, []);
  return (
    <label className="field min-w-0 flex-1 focus-within:outline-2 focus-within:outline-select-edge">
      <Search size={13} className="flex-none text-ink-3" aria-hidden />
      <input
        ref={field}
        value={value}
        aria-label={label}
        placeholder={finds}
        className="min-w-0 flex-1 bg-transparent outline-none"
        onChange={(event) => onChange(event.target.value)}
        onKeyDown={(event) => event.key === 'Escape' && onChange('')}
      />
      <kbd className="kbd">/</kbd>
    </label>
  );
}
