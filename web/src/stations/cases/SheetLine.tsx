import { Plus, Sheet as SheetIcon } from 'lucide-react';
import type { KeywordView, Section, SheetEditUnion } from '@/api/types';
import { LinkButton } from '@/parts/Button';
import { counted } from '@/parts/counted';
import { ProblemMark } from '@/parts/ProblemMark';
import { BlockHead } from './BlockHead';
import { CellsRow } from './CellsRow';
import type { Cursor } from './SheetTable';
import { StepRow, UnfoldedRow } from './StepRow';
import { withFix } from './sheetEdits';
import type { Item } from './sheetItems';
import type { Sheet } from './useSheet';
import type { After, RowActions } from './useSheetKeys';

export interface LineProps {
  sheet: Sheet;
  path: string;
  keywords: ReadonlyMap<string, KeywordView>;
  cursor: Cursor | null;
  range: [number, number] | null;
  unfolded: boolean;
  onCell: (column: number, extend: boolean, editing: string | null) => void;
  onCommit: (text: string, after: After, also?: SheetEditUnion[]) => void;
  onCancel: () => void;
  onFold: (open: boolean) => void;
  actions: RowActions;
}

/** One line of a sheet, whatever it is. */
export function SheetLine({ item, ...rest }: LineProps & { item: Item }) {
  switch (item.kind) {
    case 'block':
      return <BlockHead block={item.block} suite={suiteOf(rest.sheet)} first={item.index === 0} />;
    case 'data line':
      return (
        <div className="mr-4 ml-2 flex h-7 items-center gap-2 border-t border-hair px-2 text-ink-2">
          <SheetIcon size={14} className="text-ink-3" aria-hidden />
          <span>{item.block.dataSet}</span>
          <span className="text-ink-3">{counted(item.block.dataRows, 'row')}</span>
          {item.block.dataColumns.map((column) => (
            <span key={column} className="ref" data-origin="column">
              {column}
            </span>
          ))}
        </div>
      );
    case 'section':
      return (
        <div className="mr-4 ml-2 flex h-[26px] items-end gap-2 px-2 pb-1 text-small font-semibold text-ink-3">
          <span>{item.section.section}</span>
          <span className="font-normal">
            {counted(item.rows, item.section.section === 'data' || item.section.section === 'rows' ? 'row' : 'line')}
          </span>
        </div>
      );
    case 'cells':
      return <CellsRow item={item} {...rest} />;
    case 'step':
      return <StepRow item={item} {...rest} />;
    case 'unfolded':
      return <UnfoldedRow item={item} unfolded={rest.unfolded} onFold={rest.onFold} />;
    case 'strip':
      return <Strip item={item} sheet={rest.sheet} />;
    case 'add':
      return <AddRow item={item} sheet={rest.sheet} />;
  }
}

/** The suite that a document's cases belong to; empty where it has no head of its own. */
const suiteOf = (sheet: Sheet) => sheet.view?.blocks.find((block) => block.kind === 'suite')?.name ?? '';

/** A row behind the last one of a section. */
function AddRow({ item, sheet }: { item: Extract<Item, { kind: 'add' }>; sheet: Sheet }) {
  const section = item.section.toUpperCase().replace('-', '_') as Section;
  return (
    <div className={`mr-4 ml-2 border-t border-hair-strong ${item.section === 'data' ? 'pb-2' : ''}`}>
      <button
        type="button"
        tabIndex={-1}
        className="flex h-6 w-full items-center gap-1.5 pl-[60px] text-small text-ink-3 hover:text-accent"
        onClick={() => sheet.apply([{ edit: 'add row', block: item.block.headerLine, section, cells: [] }])}
      >
        <Plus size={11} aria-hidden />
        {item.word}
      </button>
    </div>
  );
}

/** A problem under its row, in words, with what would mend it. */
function Strip({ item, sheet }: { item: Extract<Item, { kind: 'strip' }>; sheet: Sheet }) {
  const { problem } = item;
  const ground =
    problem.severity === 'error' ? 'bg-failed-wash' : problem.severity === 'warning' ? 'bg-error-wash' : 'bg-sunk';
  return (
    <div
      role="note"
      data-code={problem.code}
      className={`mr-4 ml-2 flex min-h-6 items-center gap-3 py-0.5 pr-2 pl-[62px] text-[12px] ${ground}`}
    >
      <ProblemMark severity={problem.severity} />
      <span className="flex-1">{problem.message}</span>
      {problem.fixes.slice(0, 3).map((fix) => (
        <LinkButton
          key={fix.label}
          onClick={() => sheet.mend(fix, (edits) => sheet.view && sheet.setText(withFix(sheet.view.text, edits)))}
        >
          {fix.label}
        </LinkButton>
      ))}
    </div>
  );
}
