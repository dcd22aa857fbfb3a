import { memo } from 'react';
import { useStartRun } from '@/api/queries';
import { piecesOf, referencesIn } from '@/document/cells';
import { caseInSuite } from '@/document/words';
import { ellipsis } from '@/parts/ellipsis';
import { Outcome } from '@/parts/Outcome';
import { RunButton } from '@/parts/RunButton';
import { TextPieces } from '@/parts/TextPieces';
import { moveBlock } from './blockActions';
import { sameLine } from './CellsRow';
import { Grip, useDropPlace } from './Dragging';
import { type HeadField, headFields } from './heads';
import type { Item } from './items';
import type { LineProps } from './SheetLine';

type HeadItem = Extract<Item, { kind: 'block' }>;

/**
 * The head of a case, keyword, page or other block: its name, notes and properties, edited in place. What it may have
 * besides is offered while the cursor is in it.
 */
export const BlockHead = memo(function BlockHead({ item, line }: { item: HeadItem; line: LineProps }) {
  const { block, info } = item;
  const { outcome, suite, session } = line;
  const { over, listeners } = useDropPlace('block', item.id, (moved) => moveBlock(session, moved, item.id));
  const isCase = block.kind.word === 'case';
  const fields = headFields(block);
  const note = fields[1];
  const tags = fields.findIndex((field) => field.word === 'tags' && field.text !== '');
  const said = info?.meaning.name.map(({ from, to, origin }) => ({ from, to, origin })) ?? referencesIn(block.name);
  const others = fields
    .map((field, column) => ({ field, column }))
    .filter(({ field, column }) => field.field === 'property' && field.text !== '' && column !== tags)
    .filter(({ field }) => field.word !== 'data' || info?.meaning.dataSet === undefined);
  const offered = fields
    .map((field, column) => ({ field, column }))
    .filter(({ field }) => field.field !== 'name' && field.text === '');
  return (
    <div
      className={`pr-4 ${item.first ? 'pt-1' : 'pt-4'}`}
      role="rowgroup"
      aria-label={`${block.kind.word} ${block.name}`}
    >
      <div
        role="row"
        tabIndex={-1}
        aria-rowindex={line.rowIndex}
        className={`flex min-h-[30px] items-center gap-2.5 ${over ? 'shadow-[inset_0_2px_var(--select-edge)]' : ''}`}
        {...listeners}
      >
        <Grip kind="block" id={item.id} word={block.kind.word} className="-mr-2.5 w-3" />
        {isCase && (
          // biome-ignore lint/a11y/useFocusableInteractive: it is only read
          <span role="gridcell">
            <Outcome of={outcome?.last} />
          </span>
        )}
        {!isCase && <span className="text-small text-ink-3">{block.kind.word}</span>}
        <HeadCell item={item} line={line} column={0} className="min-w-24 text-case font-semibold">
          <h2 ref={ellipsis}>
            <TextPieces pieces={piecesOf(block.name, said)} />
          </h2>
        </HeadCell>
        {tags >= 0 && (
          <HeadCell item={item} line={line} column={tags} className="text-[12px] text-ink-2">
            <span ref={ellipsis} title={fields[tags]?.text} className="block">
              {tagList(fields[tags]?.text ?? '')}
            </span>
          </HeadCell>
        )}
        {/* What it may have besides stands beside its name, so that nothing below moves. */}
        {line.cursor !== null &&
          offered.map(({ field, column }) => (
            <HeadCell
              key={`${field.word} offered`}
              item={item}
              line={line}
              column={column}
              className="min-w-10 px-1 text-small text-ink-3"
            >
              {field.word}
            </HeadCell>
          ))}
        <span className="flex-1" />
        {isCase && outcome?.exclusionReason && <span className="text-small text-ink-3">{outcome.exclusionReason}</span>}
        {isCase && outcome !== undefined && outcome.executableCount > 0 && (
          <RunCase name={block.name} suite={suite} count={outcome.executableCount} />
        )}
      </div>
      {note && note.text !== '' && (
        <div role="row" tabIndex={-1} className="pl-8">
          <HeadCell item={item} line={line} column={1} className="pb-0.5 whitespace-pre-line text-ink-2">
            {note.text}
          </HeadCell>
        </div>
      )}
      {others.length > 0 && (
        <div role="row" tabIndex={-1} className="flex flex-wrap items-center gap-x-[18px] pb-1 pl-8">
          {others.map(({ field, column }) => (
            <HeadProperty key={`${field.word} ${field.place}`} field={field} column={column} item={item} line={line} />
          ))}
        </div>
      )}
    </div>
  );
}, sameLine);

const tagList = (tags: string) =>
  tags
    .split(/, */)
    .map((tag) => `#${tag}`)
    .join(' ');

function HeadProperty(props: { field: HeadField; column: number; item: HeadItem; line: LineProps }) {
  return (
    <span className="flex min-h-5 items-center gap-1.5">
      <span className="text-small text-ink-3">{props.field.word}</span>
      <HeadCell item={props.item} line={props.line} column={props.column} className="min-w-10">
        {props.field.text}
      </HeadCell>
    </span>
  );
}

/** One field of a head, which the cursor stands on like on a cell. */
function HeadCell({
  item,
  line,
  column,
  className = '',
  children,
}: {
  item: HeadItem;
  line: LineProps;
  column: number;
  className?: string;
  children: React.ReactNode;
}) {
  const here = line.cursor?.column === column;
  const { session } = line;
  const field = headFields(item.block)[column];
  return (
    <div
      role="gridcell"
      tabIndex={-1}
      data-cursor={here || undefined}
      data-column={column}
      data-found={line.found?.test(field?.text ?? '') || undefined}
      aria-selected={here}
      aria-label={`${field?.word}: ${field?.text || 'none'}`}
      className={`relative min-w-0 cursor-text rounded-chip hover:bg-sunk ${className}`}
      onMouseDown={(event) => {
        if (event.button > 2) return;
        if (event.button === 0) event.preventDefault();
        session.leave();
        session.goTo(item.key, column);
        if (event.button === 0) line.focus();
      }}
      onDoubleClick={() => {
        session.goTo(item.key, column);
        session.edit('in');
        line.focus();
      }}
    >
      {children}
      {here && line.cursor?.editing === null && (
        <span className="pointer-events-none absolute -inset-x-1 -inset-y-px z-[3] border-2 border-select-edge" />
      )}
    </div>
  );
}

function RunCase({ name, suite, count }: { name: string; suite: string; count: number }) {
  const start = useStartRun();
  return (
    // biome-ignore lint/a11y/useFocusableInteractive: the button in it is what has the focus
    <span role="gridcell" className="flex flex-none items-center gap-2">
      <RunButton count={count} run={() => start({ title: name, cases: [caseInSuite(suite, name)] })} />
    </span>
  );
}
