import type { CSSProperties } from 'react';
import { TextPieces } from '@/parts/TextPieces';
import { Cell } from './Cell';
import { RowMenu } from './RowMenu';
import type { LineProps } from './SheetLine';
import type { Item } from './sheetItems';

/** A row of data, parameters, elements or values; the first one names the columns. */
export function CellsRow({ item, ...line }: LineProps & { item: Extract<Item, { kind: 'cells' }> }) {
  const ground = line.cursor ? 'var(--select)' : item.head ? 'var(--ground)' : 'var(--surface)';
  return (
    <RowMenu row={item} actions={line.actions}>
      <div
        role="row"
        tabIndex={-1}
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
          {item.head ? '' : item.at.row}
        </span>
        {item.row.cells.map((cell, column) => (
          <Cell
            key={cell.start}
            column={column}
            item={item}
            {...line}
            className={`${column === 0 ? 'border-l border-hair' : ''} ${item.numeric[column] ? 'justify-end' : ''} ${item.head ? 'font-medium text-ink-2' : ''}`}
          >
            <TextPieces pieces={cell.parts} mono={!item.head && (item.numeric[column] ?? false)} />
          </Cell>
        ))}
      </div>
    </RowMenu>
  );
}
