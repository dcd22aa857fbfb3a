import { Search } from 'lucide-react';
import { useEffect, useRef } from 'react';
import { isTyping } from './typing';

/** The filter on top of a list; `/` goes to it from anywhere but a field. */
export function Filter({
  value,
  onChange,
  label,
}: {
  value: string;
  onChange: (value: string) => void;
  label: string;
}) {
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key === '/' && !event.ctrlKey && !event.metaKey && !isTyping(event)) {
        event.preventDefault();
        field.current?.focus();
      }
    };
    addEventListener('keydown', onKey);
    return () => removeEventListener('keydown', onKey);
  }, []);
  return (
    <label className="field min-w-0 flex-1 focus-within:outline-2 focus-within:outline-select-edge">
      <Search size={13} className="flex-none text-ink-3" aria-hidden />
      <input
        ref={field}
        value={value}
        aria-label={label}
        placeholder="Filter"
        className="min-w-0 flex-1 bg-transparent outline-none"
        onChange={(event) => onChange(event.target.value)}
        onKeyDown={(event) => event.key === 'Escape' && onChange('')}
      />
      <kbd className="kbd">/</kbd>
    </label>
  );
}
