import { ChevronDown, ChevronRight, GripVertical } from 'lucide-react';
import { type CSSProperties, useState } from 'react';
import type { CellView } from '@/api/types';
import { TextPieces } from '@/parts/TextPieces';
import { Cell } from './Cell';
import { RowMenu } from './RowMenu';
import type { LineProps } from './SheetLine';
import { type Item, textAt } from './sheetItems';

const gridOf = (argumentColumns: number): CSSProperties => ({
  gridTemplateColumns: `24px 30px minmax(140px, 1.05fr) repeat(${argumentColumns}, minmax(90px, 1fr)) minmax(120px, 0.95fr)`,
});

type StepItem = Extract<Item, { kind: 'step' }>;

/** A step: grip, number, keyword, arguments under their captions, and marks. */
export function StepRow({ item, ...line }: LineProps & { item: StepItem }) {
  const { cursor, range, actions } = line;
  const [over, setOver] = useState(false);
  const { row } = item;
  const off = row.step?.off ?? false;
  const unbound =
    !off && row.step !== undefined && row.step.keyword === undefined && (row.cells[0]?.source ?? '') !== '';
  const focused = cursor !== null;
  const ground = focused ? 'var(--select)' : 'var(--surface)';
  return (
    <RowMenu row={item} actions={actions}>
      <div
        role="row"
        tabIndex={-1}
        aria-rowindex={item.number}
        style={{ ...gridOf(item.argumentColumns), '--row-ground': ground, background: ground } as CSSProperties}
        className={`relative mr-4 ml-2 grid h-7 ${off ? '[&_[role=gridcell]>.contents>*]:opacity-60' : ''} ${item.first ? 'border-t-[1.5px] border-rule' : 'shadow-[inset_0_1px_var(--hair)]'} ${over ? 'shadow-[inset_0_2px_var(--select-edge)]' : ''}`}
        onDragOver={(event) => {
          event.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={(event) => {
          setOver(false);
          actions.moveBefore(event.dataTransfer.getData('application/x-elm-row'), item);
        }}
      >
        <Grip row={item} />
        <span className="flex items-center justify-end pr-[9px] text-[12px] text-ink-3">{item.number}</span>
        <Cell
          column={0}
          item={item}
          {...line}
          className={`border-l border-hair ${unbound ? 'text-failed' : 'font-medium'}`}
        >
          <Chevron composed={row.step?.composed ?? false} open={line.unfolded} onFold={line.onFold} />
          <TextPieces pieces={row.cells[0]?.parts ?? []} />
        </Cell>
        {Array.from({ length: item.argumentColumns }, (_, i) => i + 1).map((column) => {
          const given = column < (row.step?.marksFrom ?? 0);
          const own = row.step?.captions[column - 1];
          const missing = missingAt(item, column);
          const caption = focused ? own : item.captions[column - 1];
          return (
            <Cell key={column} column={column} item={item} {...line}>
              {(caption || missing) && <span className="capt">{caption || missing}</span>}
              {missing && <span className="text-small text-failed">must be given</span>}
              {given && <TextPieces pieces={row.cells[column]?.parts ?? []} mono={isValue(row.cells[column])} />}
            </Cell>
          );
        })}
        <Cell column={item.argumentColumns + 1} item={item} {...line} className="border-l border-hair">
          <span className="flex min-w-0 items-center gap-2 truncate font-mono text-value text-ink-2">
            {row.cells
              .slice(row.step?.marksFrom ?? row.cells.length)
              .filter((cell) => cell.source !== '')
              .map((cell) => (
                <span key={cell.start} className="flex items-center">
                  <TextPieces pieces={cell.parts} />
                </span>
              ))}
          </span>
        </Cell>
        {range && <span className="sr-only">selected</span>}
      </div>
    </RowMenu>
  );
}

/** A required parameter that has no argument says so where it would stand. */
function missingAt(item: StepItem, column: number): string | null {
  const step = item.row.step;
  if (!step || step.keyword === undefined || textAt(item, column) !== '') return null;
  const before = step.captions.slice(0, column - 1).filter((caption) => caption !== '').length;
  const place = column - 1 - before;
  return place >= 0 && before === Math.min(column - 1, step.captions.length) ? (step.missing[place] ?? null) : null;
}

/** Numbers and the like are set as values; names of elements and words are not. */
const isValue = (cell: CellView | undefined) =>
  /^[-+]?[\d.,:% €$-]+$/.test(cell?.source ?? '') || (cell?.parts.some((p) => p.origin) ?? false);

function Grip({ row }: { row: StepItem }) {
  return (
    <span
      draggable
      role="presentation"
      title="Drag to move the row"
      onDragStart={(event) => event.dataTransfer.setData('application/x-elm-row', row.key)}
      className="grid cursor-grab place-items-center text-hair-strong hover:text-ink-3"
    >
      <GripVertical size={12} aria-hidden />
    </span>
  );
}

function Chevron({ composed, open, onFold }: { composed: boolean; open: boolean; onFold: (open: boolean) => void }) {
  if (!composed) return <span className="-ml-[3px] w-3.5 flex-none" />;
  const Icon = open ? ChevronDown : ChevronRight;
  return (
    <button
      type="button"
      tabIndex={-1}
      aria-label={open ? 'Fold its steps' : 'Show its steps'}
      aria-expanded={open}
      className="-ml-[3px] grid w-3.5 flex-none place-items-center text-ink-3 hover:text-ink"
      onClick={(event) => {
        event.stopPropagation();
        onFold(!open);
      }}
    >
      <Icon size={12} aria-hidden />
    </button>
  );
}

/** A step of a keyword that is shown in place, to be read. */
export function UnfoldedRow({
  item,
  unfolded,
  onFold,
}: {
  item: Extract<Item, { kind: 'unfolded' }>;
  unfolded: boolean;
  onFold: (open: boolean) => void;
}) {
  const { row } = item;
  const marksFrom = row.step?.marksFrom ?? row.cells.length;
  return (
    <div
      role="row"
      tabIndex={-1}
      style={gridOf(item.argumentColumns)}
      className="mr-4 ml-2 grid h-7 bg-ground shadow-[inset_0_1px_var(--hair)]"
    >
      <span />
      <span className="flex items-center justify-end pr-[9px] text-[12px] text-ink-3">{item.number}</span>
      {/* biome-ignore lint/a11y/useFocusableInteractive: these cells are only read */}
      <span
        role="gridcell"
        className="relative flex items-center gap-1 truncate border-l border-hair before:absolute before:top-0 before:bottom-0 before:left-[17px] before:border-l before:border-hair-strong"
        style={{ paddingLeft: 26 + (item.depth - 1) * 14 }}
      >
        <Chevron composed={row.step?.composed ?? false} open={unfolded} onFold={onFold} />
        <TextPieces pieces={row.cells[0]?.parts ?? []} />
      </span>
      {Array.from({ length: item.argumentColumns }, (_, i) => i + 1).map((column) => (
        <span key={column} className="relative flex items-center gap-1 truncate px-2">
          {column < marksFrom && <TextPieces pieces={row.cells[column]?.parts ?? []} />}
        </span>
      ))}
      <span className="flex items-center gap-2 truncate border-l border-hair px-2 font-mono text-value text-ink-2">
        {row.cells.slice(marksFrom).map((cell) => (
          <TextPieces key={cell.start} pieces={cell.parts} />
        ))}
      </span>
    </div>
  );
}
