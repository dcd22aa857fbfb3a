/** What keys do: the keys, as they are written on them, and what happens. */
export type KeysOf = readonly (readonly [keys: string, what: string])[];

/** The keys in a table of steps, the everyday ones first. */
export const TABLE_KEYS: KeysOf = [
  ['Enter', 'edit the cell'],
  ['Ctrl Enter', 'row below'],
  ['Ctrl Shift Enter', 'row above'],
  ['Alt ↑ ↓', 'move the row'],
  ['Ctrl → ←', 'unfold, fold'],
  ['Alt → ←', 'read by row'],
  ['Shift ↑ ↓ ← →', 'several cells'],
  ['F8', 'switch off, on'],
  ['Ctrl D', 'fill down'],
  ['Del', 'empty the cells'],
  ['Ctrl Del', 'remove the row'],
  ['Ctrl Z', 'undo'],
];

/** The keys in a text. */
export const TEXT_KEYS: KeysOf = [
  ['Ctrl Space', 'what can be written here'],
  ['Tab', 'take what is offered'],
  ['Esc', 'leave what is offered'],
  ['Alt ↑ ↓', 'move the line'],
  ['Ctrl F', 'find and replace'],
  ['F3', 'the next found'],
  ['Ctrl Z', 'undo'],
  ['Ctrl Y', 'redo'],
];

/** Those that a text has besides where it is written in the table language. */
export const TABLE_TEXT_KEYS: KeysOf = [
  ['F8', 'switch steps off, on'],
  ['F6', 'rename in all places'],
  ['Ctrl E', 'extract a keyword'],
];

export function Keys({ of }: { of: KeysOf }) {
  return (
    <dl className="grid grid-cols-[112px_1fr] gap-x-3 gap-y-1.5">
      {of.map(([keys, what]) => (
        <div key={keys} className="contents">
          <dt>
            <kbd className="kbd">{keys}</kbd>
          </dt>
          <dd className="text-small">{what}</dd>
        </div>
      ))}
    </dl>
  );
}
