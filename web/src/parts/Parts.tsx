import type { TextPiece } from '@/api/types';

/** A text with its references as chips; `mono` sets plain pieces as values. */
export function Parts({ parts, mono = false }: { parts: TextPiece[]; mono?: boolean }) {
  return (
    <>
      {parts.map((part, index) =>
        part.origin ? (
          // biome-ignore lint/suspicious/noArrayIndexKey: pieces of one text have no identity but their place
          <span key={index} className="ref" data-origin={part.origin} title={`${part.text}: ${part.origin}`}>
            {part.text}
          </span>
        ) : (
          <span
            // biome-ignore lint/suspicious/noArrayIndexKey: pieces of one text have no identity but their place
            key={index}
            className={mono ? 'whitespace-pre font-mono text-value' : 'whitespace-pre'}
          >
            {part.text}
          </span>
        ),
      )}
    </>
  );
}

/** The same in one line without chips, as in a tree. */
export function partsText(parts: TextPiece[]): string {
  return parts.map((part) => (part.origin ? `‹${part.text}›` : part.text)).join('');
}
