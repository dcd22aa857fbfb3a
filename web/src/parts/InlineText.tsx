import { type ElementType, type KeyboardEvent, useEffect, useRef, useState } from 'react';
import { ellipsis } from '@/parts/ellipsis';
import { useFieldOffers } from './useFieldOffers';
import type { Ask } from './useOffers';

/** In characters; what is longer may be cut, and is whole where the pointer rests on it. */
const SURELY_SHOWN = 40;

/** A text that turns into a field where it stands; Enter and a press elsewhere keep what was typed, Esc does not. */
export function InlineText({
  as: Part,
  label,
  text,
  shown,
  placeholder = '',
  className = '',
  secret = false,
  ask = null,
  begins = false,
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
  /** Asks what could be meant, where something is known of that. */
  ask?: Ask | null;
  /** Whether it is a field as soon as it is there. */
  begins?: boolean;
  onCommit: (text: string) => void;
}) {
  const [editing, setEditing] = useState(begins);
  if (editing) {
    return (
      <Field
        label={label}
        text={text}
        className={className}
        secret={secret}
        ask={ask}
        onEnd={(typed) => {
          if (typed !== null && typed !== text) onCommit(typed);
          setEditing(false);
        }}
      />
    );
  }
  return (
    <Part className={className}>
      <button
        type="button"
        aria-label={`${label}: ${text || 'none'}`}
        title={!secret && text.length > SURELY_SHOWN ? text : undefined}
        onClick={() => setEditing(true)}
        ref={ellipsis}
        className={`max-w-full cursor-text rounded-chip px-0.5 text-left hover:bg-sunk ${text === '' ? 'text-small text-ink-3' : ''}`}
      >
        {shown ?? (text.split('\n')[0] || placeholder)}
      </button>
    </Part>
  );
}

function Field({
  label,
  text,
  className,
  secret,
  ask,
  onEnd,
}: {
  label: string;
  text: string;
  className: string;
  secret: boolean;
  ask: Ask | null;
  /** What was typed, or null where that is not to be kept. */
  onEnd: (typed: string | null) => void;
}) {
  const area = useRef<HTMLTextAreaElement>(null);
  const line = useRef<HTMLInputElement>(null);
  const over = useRef(false);
  useEffect(() => {
    const field = area.current ?? line.current;
    field?.focus();
    field?.select();
  }, []);

  const end = (typed: string | null) => {
    if (over.current) return;
    over.current = true;
    onEnd(typed);
  };
  const value = () => (area.current ?? line.current)?.value ?? text;
  const offers = useFieldOffers(ask, text, end);

  const onKeyDown = (event: KeyboardEvent) => {
    if (event.nativeEvent.isComposing || offers.key(event)) return;
    if (event.key === 'Enter' && !event.shiftKey) {
      event.preventDefault();
      end(value());
    } else if (event.key === 'Escape') end(null);
  };

  const editor = {
    'aria-label': label,
    defaultValue: text,
    onKeyDown,
    onInput: () => offers.typed(value()),
    onBlur: () => end(value()),
    className: `min-w-32 resize-none border-2 border-select-edge bg-raised px-1 outline-none ${className}`,
    ...offers.attributes,
  };
  if (secret) return <input ref={line} type="password" autoComplete="off" {...editor} />;
  const field = <textarea ref={area} rows={Math.max(1, text.split('\n').length)} spellCheck={false} {...editor} />;
  if (!ask) return field;
  return (
    <span className="relative inline-flex">
      {field}
      {offers.list}
    </span>
  );
}
