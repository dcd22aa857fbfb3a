import type { ReactNode } from 'react';
import { CellEditor } from './CellEditor';
import type { LineProps } from './SheetLine';
import { type RowItem, textAt } from './sheetItems';

/** One cell of a sheet: read, selected or edited. */
export function Cell({
  item,
  column,
  cursor,
  range,
  className = '',
  children,
  ...line
}: Omit<LineProps, 'unfolded' | 'actions' | 'onFold'> & {
  item: RowItem;
  column: number;
  className?: string;
  children: ReactNode;
}) {
  const here = cursor?.column === column;
  const editing = here && cursor.editing !== null;
  const inRange = range !== null && column >= range[0] && column <= range[1];
  const problem = line.sheet.problems.find((one) => isIn(one, item, column));
  return (
    <div
      role="gridcell"
      tabIndex={here ? 0 : -1}
      data-cursor={here || undefined}
      aria-selected={here || inRange}
      aria-invalid={problem?.severity === 'error' || undefined}
      title={editing ? undefined : textAt(item, column) || undefined}
      className={`relative flex min-w-0 items-center gap-[5px] whitespace-nowrap px-2 outline-none ${inRange ? 'bg-accent-wash' : ''} ${className}`}
      onMouseDown={(event) => {
        if (!editing && event.button === 0 && !(event.target as HTMLElement).closest('button')) {
          event.preventDefault();
          line.onCell(column, event.shiftKey, null);
        }
      }}
      onDoubleClick={() => !editing && line.onCell(column, false, textAt(item, column))}
    >
      {!editing && <span className="contents">{children}</span>}
      {here && !editing && (
        <span className="pointer-events-none absolute -inset-x-px top-0 -bottom-px z-[3] border-2 border-select-edge" />
      )}
      {editing && (
        <CellEditor
          key={`${item.key} ${column}`}
          item={item}
          column={column}
          first={cursor.editing ?? ''}
          sheet={line.sheet}
          path={line.path}
          onCommit={line.onCommit}
          onCancel={line.onCancel}
        />
      )}
    </div>
  );
}

function isIn(problem: { line: number; start: number; end: number }, item: RowItem, column: number): boolean {
  const cell = item.row.cells[column];
  return (
    problem.line === item.row.line &&
    cell !== undefined &&
    problem.start >= cell.start &&
    problem.end <= cell.start + Math.max(1, cell.source.length)
  );
}
