import { ChevronDown, ChevronRight } from 'lucide-react';
import { type CSSProperties, memo, useMemo } from 'react';
import type { Piece } from '@/document/cells';
import { MARKS } from '@/document/edits';
import { ellipsis } from '@/parts/ellipsis';
import { TextPieces } from '@/parts/TextPieces';
import { Cell, CellText } from './Cell';
import { sameLine } from './CellsRow';
import { textAt } from './columns';
import { Grip, useDropPlace } from './Dragging';
import type { Item } from './items';
import { piecesOfRow } from './meanings';
import type { LineProps } from './SheetLine';

const gridOf = (argumentColumns: number): CSSProperties => ({
  gridTemplateColumns: `24px 30px minmax(140px, 1.05fr) repeat(${argumentColumns}, minmax(90px, 1fr)) minmax(120px, 0.95fr)`,
});

type StepItem = Extract<Item, { kind: 'step' }>;

/** A step: grip, number, keyword, arguments under their captions, and marks. */
export const StepRow = memo(function StepRow({ item, line }: { item: StepItem; line: LineProps }) {
  const { cursor, session } = line;
  const { over, listeners } = useDropPlace('row', item.id, (moved) => session.moveRow(moved, item.id));
  const { step } = item;
  const pieces = useMemo(() => piecesOfRow(item.row, item.told), [item]);
  const focused = cursor !== null;
  const read = line.lens?.steps.get(item.id);
  const skipped = read?.condition === false;
  const ground = focused ? 'var(--select)' : 'var(--surface)';
  const last = read?.condition === undefined ? lastFilled(item, pieces) : item.marksFrom;
  return (
    <div
      role="row"
      tabIndex={-1}
      aria-rowindex={line.rowIndex}
      style={{ ...gridOf(item.argumentColumns), '--row-ground': ground, background: ground } as CSSProperties}
      className={`relative mr-4 ml-2 grid h-7 ${step.off || skipped ? 'text-ink-3 [&_.font-medium]:font-normal' : ''} ${item.first ? 'border-t-[1.5px] border-rule' : 'shadow-[inset_0_1px_var(--hair)]'} ${over ? 'shadow-[inset_0_2px_var(--select-edge)]' : ''}`}
      {...listeners}
    >
      <Grip kind="row" id={item.id} word="row" className="" />
      <span className="flex items-center justify-end pr-[9px] text-[12px] text-ink-3">{item.number}</span>
      <Cell
        column={0}
        item={item}
        line={line}
        className={`border-l border-hair ${step.unbound ? 'text-failed' : 'font-medium'}`}
      >
        <Chevron composed={step.composed} open={line.unfolded} onFold={(open) => session.fold(item.key, open)} />
        <CellText spills={last <= 0}>
          <Said pieces={pieces[0] ?? []} value={read?.values[0]} />
        </CellText>
      </Cell>
      {Array.from({ length: item.argumentColumns }, (_, i) => i + 1).map((column) => {
        const given = column < item.marksFrom;
        const missing = missingAt(item, column);
        const caption = focused ? step.captions[column - 1] : item.captions[column - 1];
        return (
          <Cell key={column} column={column} cell={given ? column : null} item={item} line={line}>
            {(caption || missing) && <span className="capt">{caption || missing}</span>}
            {missing && <span className="text-small text-failed">must be given</span>}
            {given && (
              <CellText spills={last <= column}>
                <Said pieces={pieces[column] ?? []} mono={isValue(pieces[column] ?? [])} value={read?.values[column]} />
              </CellText>
            )}
          </Cell>
        );
      })}
      <Cell column={MARKS} cell={null} item={item} line={line} className="border-l border-hair">
        <span ref={ellipsis} className="font-mono text-value text-ink-2 [&>span+span]:ml-2">
          {pieces
            .slice(item.marksFrom)
            .filter((mark) => mark.length > 0)
            .map((mark, index) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a mark has no identity but its place
              <span key={index}>
                <TextPieces pieces={mark} />
              </span>
            ))}
        </span>
        {read?.condition !== undefined && (
          <span className="ml-auto flex-none text-small text-ink-3">{skipped ? 'is no, skipped' : 'is yes'}</span>
        )}
      </Cell>
      {line.others.map((other) => (
        <span
          key={other.client}
          data-person={other.name}
          className="pointer-events-none absolute -top-[7px] right-1 z-[4] rounded-chip px-1 text-[10px] leading-[14px] text-surface"
          style={{ background: other.colour }}
        >
          {other.name}
          {other.text ? `: ${other.text}` : ''}
        </span>
      ))}
    </div>
  );
}, sameLine);

/** A cell as it is written, or with the value that it has in the row by which its case is read. */
function Said({
  pieces,
  mono = false,
  value,
}: {
  pieces: readonly Piece[];
  mono?: boolean;
  value: string | undefined;
}) {
  if (value === undefined) return <TextPieces pieces={pieces} mono={mono} />;
  const origin = pieces.find((piece) => piece.origin)?.origin ?? 'column';
  return (
    <span
      className="font-mono text-value underline underline-offset-[3px]"
      style={{ textDecorationColor: `var(--origin-${origin})` }}
    >
      {value}
    </span>
  );
}

/** The last cell in which something stands. */
function lastFilled(item: StepItem, cells: readonly (readonly Piece[])[]): number {
  const said = cells.findLastIndex((pieces) => pieces.length > 0);
  for (let column = item.argumentColumns; column > said; column--) {
    if (missingAt(item, column)) return column;
  }
  return said;
}

/** A required parameter that has no argument says so where it would stand. */
function missingAt(item: StepItem, column: number): string | null {
  const { step } = item;
  if (step.keyword === undefined || textAt(item, column) !== '') return null;
  const before = step.captions.slice(0, column - 1).filter((caption) => caption !== '').length;
  const place = column - 1 - before;
  return place >= 0 && before === Math.min(column - 1, step.captions.length) ? (step.missing[place] ?? null) : null;
}

/** Numbers and the like are set as values; names of elements and words are not. */
const isValue = (pieces: readonly Piece[]) =>
  pieces.some((piece) => piece.origin) || /^[-+]?[\d.,:% €$-]+$/.test(pieces.map((piece) => piece.text).join(''));

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
        ref={ellipsis}
        className="relative flex items-center gap-1 border-l border-hair before:absolute before:top-0 before:bottom-0 before:left-[17px] before:border-l before:border-hair-strong"
        style={{ paddingLeft: 26 + (item.depth - 1) * 14 }}
      >
        <Chevron composed={row.step?.composed ?? false} open={unfolded} onFold={onFold} />
        <TextPieces pieces={row.cells[0]?.parts ?? []} />
      </span>
      {Array.from({ length: item.argumentColumns }, (_, i) => i + 1).map((column) => (
        <span key={column} ref={ellipsis} className="relative flex items-center gap-1 px-2">
          {column < marksFrom && <TextPieces pieces={row.cells[column]?.parts ?? []} />}
        </span>
      ))}
      <span
        ref={ellipsis}
        className="flex items-center gap-2 border-l border-hair px-2 font-mono text-value text-ink-2"
      >
        {row.cells.slice(marksFrom).map((cell) => (
          <TextPieces key={cell.start} pieces={cell.parts} />
        ))}
      </span>
    </div>
  );
}
