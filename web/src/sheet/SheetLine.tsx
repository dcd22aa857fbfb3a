import { Plus } from 'lucide-react';
import type { ReactNode } from 'react';
import type { CaseOutcomeView, KeywordView } from '@/api/types';
import type { Other } from '@/document/presence';
import { LinkButton } from '@/parts/Button';
import { counted } from '@/parts/counted';
import { ProblemMark } from '@/parts/ProblemMark';
import { BlockHead } from './BlockHead';
import { CellsRow } from './CellsRow';
import type { Item } from './items';
import { RowLine } from './RowLine';
import type { RowLens } from './rowLens';
import { StepRow, UnfoldedRow } from './StepRow';
import type { Cursor, SheetSession } from './session';

export interface LineProps {
  session: SheetSession;
  keywords: ReadonlyMap<string, KeywordView>;
  suite: string;
  /** The cursor, where it is in this line. */
  cursor: Cursor | null;
  /** The columns of this line that are selected. */
  range: readonly number[] | null;
  unfolded: boolean;
  /** The line's place among all rows of the sheet, from 1 on. */
  rowIndex: number;
  outcome: CaseOutcomeView | undefined;
  /** The row by which the line's case is read, if it is. */
  lens: RowLens | undefined;
  /** Who else is in this line. */
  others: readonly Other[];
  /** What is looked for, while it is. */
  found: RegExp | null;
  focus: () => void;
  mend: (item: Extract<Item, { kind: 'strip' }>, fix: string) => void;
}

/** One line of a sheet, whatever it is. */
export function SheetLine({ item, line }: { item: Item; line: LineProps }) {
  switch (item.kind) {
    case 'block':
      return <BlockHead item={item} line={line} />;
    case 'data line':
      return (
        <ReadLine className="">
          <RowLine
            session={line.session}
            block={item.block.id}
            set={item.info.meaning.dataSet ?? ''}
            rows={item.info.meaning.dataRows}
            columns={item.info.meaning.dataColumns}
            view={line.lens?.view}
          />
        </ReadLine>
      );
    case 'section':
      return item.block.kind.word === 'case' && item.section.word === 'data' ? (
        <ReadLine className="">
          <RowLine
            session={line.session}
            block={item.block.id}
            set=""
            rows={item.rows}
            columns={[]}
            view={line.lens?.view}
          />
        </ReadLine>
      ) : (
        <ReadLine className="flex h-[26px] items-end gap-2 px-2 pb-1 text-small font-semibold text-ink-3">
          <span>{item.section.word}</span>
          <span className="font-normal">
            {counted(item.rows, item.section.word === 'data' || item.section.word === 'rows' ? 'row' : 'line')}
          </span>
        </ReadLine>
      );
    case 'cells':
      return <CellsRow item={item} line={line} />;
    case 'step':
      return <StepRow item={item} line={line} />;
    case 'unfolded':
      return (
        <UnfoldedRow item={item} unfolded={line.unfolded} onFold={(open) => line.session.fold(item.foldKey, open)} />
      );
    case 'strip':
      return <Strip item={item} line={line} />;
    case 'add':
      return <AddRow item={item} line={line} />;
  }
}

/** A line that is only read, as a row of one cell. */
function ReadLine({ className, children }: { className: string; children: ReactNode }) {
  return (
    <div role="row" tabIndex={-1} className="mr-4 ml-2">
      {/* biome-ignore lint/a11y/useFocusableInteractive: it is only read */}
      <div role="gridcell" className={className}>
        {children}
      </div>
    </div>
  );
}

/** A row behind the last one of a section; typing here makes it. */
function AddRow({ item, line }: { item: Extract<Item, { kind: 'add' }>; line: LineProps }) {
  const { session, cursor } = line;
  return (
    <div
      role="row"
      tabIndex={-1}
      aria-rowindex={line.rowIndex}
      className={`mr-4 ml-2 border-t border-hair-strong ${item.section === 'data' ? 'pb-2' : ''}`}
    >
      <div
        role="gridcell"
        tabIndex={-1}
        data-cursor={cursor !== null || undefined}
        data-column={0}
        className="relative"
      >
        <button
          type="button"
          tabIndex={-1}
          className="flex h-6 w-full items-center gap-1.5 pl-[60px] text-small text-ink-3 hover:text-accent"
          onMouseDown={(event) => {
            event.preventDefault();
            session.leave();
            session.insertRow(item, true);
            line.focus();
          }}
        >
          <Plus size={11} aria-hidden />
          {item.word}
        </button>
        {cursor && (
          <span className="pointer-events-none absolute inset-y-0 right-0 left-[54px] z-[3] border-2 border-select-edge" />
        )}
      </div>
    </div>
  );
}

/** A problem under its row, in words, with what would mend it. */
function Strip({ item, line }: { item: Extract<Item, { kind: 'strip' }>; line: LineProps }) {
  const { problem } = item;
  const ground =
    problem.severity === 'error' ? 'bg-failed-wash' : problem.severity === 'warning' ? 'bg-error-wash' : 'bg-sunk';
  return (
    <ReadLine className="">
      <div
        id={`problem-${item.line}-${item.key.split(' ')[2]}`}
        role="note"
        data-code={problem.code}
        className={`flex min-h-6 items-center gap-3 py-0.5 pr-2 pl-[62px] text-[12px] ${ground}`}
      >
        <ProblemMark severity={problem.severity} />
        <span className="min-w-0 flex-1 [overflow-wrap:anywhere]">{problem.message}</span>
        {problem.fixes.slice(0, 3).map((fix) => (
          <LinkButton key={fix} onClick={() => line.mend(item, fix)}>
            {fix}
          </LinkButton>
        ))}
      </div>
    </ReadLine>
  );
}
