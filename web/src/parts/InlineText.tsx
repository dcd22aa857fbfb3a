import { type ElementType, type KeyboardEvent, useEffect, useRef, useState } from 'react';

/** A text that turns into a field where it stands; Enter and a press elsewhere keep what was typed, Esc does not. */
export function InlineText({
  as: Part,
  label,
  text,
  shown,
  placeholder = '',
  className = '',
  secret = false,
  onCommit,
}: {
  as: ElementType;
  label: string;
  text: string;
  /** How it is shown while it is read, where that differs. */
  shown?: string;
  placeholder?: string;
  className?: string;
  /** Whether nobody may read what is typed. */
  secret?: boolean;
  onCommit: (text: string) => void;
}) {
  const [editing, setEditing] = useState(false);
  const area = useRef<HTMLTextAreaElement>(null);
  const line = useRef<HTMLInputElement>(null);
  const over = useRef(false);
  useEffect(() => {
    if (!editing) return;
    over.current = false;
    const field = area.current ?? line.current;
    field?.focus();
    field?.select();
  }, [editing]);

  const end = (keep: boolean) => {
    if (over.current) return;
    over.current = true;
    const field = area.current ?? line.current;
    if (keep && field && field.value !== text) onCommit(field.value);
    setEditing(false);
  };

  const onKeyDown = (event: KeyboardEvent) => {
    if (event.nativeEvent.isComposing) return;
    if (event.key === 'Enter' && !event.shiftKey) {
      event.preventDefault();
      end(true);
    } else if (event.key === 'Escape') end(false);
  };

  const editor = {
    'aria-label': label,
    defaultValue: text,
    onKeyDown,
    onBlur: () => end(true),
    className: `min-w-32 resize-none border-2 border-select-edge bg-raised px-1 outline-none ${className}`,
  };
  if (editing && secret) return <input ref={line} type="password" autoComplete="off" {...editor} />;
  if (editing) {
    return <textarea ref={area} rows={Math.max(1, text.split('\n').length)} spellCheck={false} {...editor} />;
  }
  return (
    <Part className={className}>
      <button
        type="button"
        aria-label={`${label}: ${text || 'none'}`}
        onClick={() => setEditing(true)}
        className={`max-w-full cursor-text truncate rounded-chip px-0.5 text-left hover:bg-sunk ${text === '' ? 'text-small text-ink-3' : ''}`}
      >
        {shown ?? (text.split('\n')[0] || placeholder)}
      </button>
    </Part>
  );
}
