import type { TextPiece } from '@/api/types';

/** A text with its references as chips; `mono` sets plain pieces as values. */
export function TextPieces({ pieces, mono = false }: { pieces: TextPiece[]; mono?: boolean }) {
  return (
    <>
      {pieces.map((part, index) =>
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
export function plainText(pieces: TextPiece[]): string {
  return pieces.map((part) => (part.origin ? `‹${part.text}›` : part.text)).join('');
}
