/** A piece of a text; `origin` is undefined for plain text and empty for a reference that nobody looked at yet. */
interface Piece {
  text: string;
  origin?: string;
}

/** These texts are shown in one line; a line break stands there as it is written in a cell. */
const inOneLine = (text: string) => text.replaceAll('\n', '\\n');

/** A text with its references as chips; `mono` sets plain pieces as values. */
export function TextPieces({ pieces, mono = false }: { pieces: readonly Piece[]; mono?: boolean }) {
  return (
    <>
      {pieces.map((part, index) =>
        part.origin !== undefined ? (
          <span
            // biome-ignore lint/suspicious/noArrayIndexKey: pieces of one text have no identity but their place
            key={index}
            className="ref"
            data-origin={part.origin}
            title={part.origin ? `${part.text}: ${part.origin}` : part.text}
          >
            {part.text}
          </span>
        ) : (
          <span
            // biome-ignore lint/suspicious/noArrayIndexKey: pieces of one text have no identity but their place
            key={index}
            className={mono ? 'whitespace-pre font-mono text-value' : 'whitespace-pre'}
          >
            {inOneLine(part.text)}
          </span>
        ),
      )}
    </>
  );
}

/** The same in one line without chips, as in a tree. */
export function plainText(pieces: readonly Piece[]): string {
  return pieces.map((part) => (part.origin ? `‹${part.text}›` : part.text)).join('');
}
