import { type CSSProperties, memo, useMemo } from 'react';
import { TextPieces } from '@/parts/TextPieces';
import { Cell, CellText } from './Cell';
import type { Item } from './items';
import { piecesOfRow } from './meanings';
import type { LineProps } from './SheetLine';

/** A row of data, parameters, elements or values; the first one names the columns. */
export const CellsRow = memo(function CellsRow({
  item,
  line,
}: {
  item: Extract<Item, { kind: 'cells' }>;
  line: LineProps;
}) {
  const cells = useMemo(() => piecesOfRow(item.row, item.told), [item]);
  const ground = line.cursor ? 'var(--select)' : item.head ? 'var(--ground)' : 'var(--surface)';
  return (
    <div
      role="row"
      tabIndex={-1}
      aria-rowindex={line.rowIndex}
      style={
        {
          gridTemplateColumns: `54px ${item.columns}`,
          '--row-ground': ground,
          background: ground,
        } as CSSProperties
      }
      className={`mr-4 ml-2 grid h-7 ${item.first ? 'border-t border-hair-strong' : 'shadow-[inset_0_1px_var(--hair)]'}`}
    >
      <span className="flex items-center justify-end pr-[9px] text-[12px] text-ink-3">
        {item.head ? '' : item.number}
      </span>
      {cells.map((pieces, column) => (
        <Cell
          // biome-ignore lint/suspicious/noArrayIndexKey: a column is its place
          key={column}
          column={column}
          item={item}
          line={line}
          className={`${column === 0 ? 'border-l border-hair' : ''} ${item.numeric[column] ? 'justify-end' : ''} ${item.head ? 'font-medium text-ink-2' : ''}`}
        >
          <CellText spills={!item.numeric[column] && cells.slice(column + 1).every((next) => next.length === 0)}>
            <TextPieces pieces={pieces} mono={!item.head && (item.numeric[column] ?? false)} />
          </CellText>
        </Cell>
      ))}
    </div>
  );
}, sameLine);

/** A line is drawn again where it, or the cursor in it, changed. */
export function sameLine(a: { item: Item; line: LineProps }, b: { item: Item; line: LineProps }): boolean {
  return (
    a.item === b.item &&
    a.line.cursor === b.line.cursor &&
    a.line.range === b.line.range &&
    a.line.unfolded === b.line.unfolded &&
    a.line.rowIndex === b.line.rowIndex &&
    a.line.outcome === b.line.outcome &&
    a.line.lens === b.line.lens &&
    a.line.others === b.line.others &&
    a.line.found === b.line.found
  );
}
