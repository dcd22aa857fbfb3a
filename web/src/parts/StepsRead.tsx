import type { RowView } from '@/api/types';
import { ellipsis } from '@/parts/ellipsis';
import { TextPieces } from './TextPieces';

/** Steps that are read, not edited: each under the captions of its arguments where they change. */
export function StepsRead({ rows, label }: { rows: readonly RowView[]; label: string }) {
  const columns = Math.max(1, ...rows.map(lastArgument));
  const marks = rows.some((row) => row.step && row.step.marksFrom < row.cells.length);
  return (
    <table aria-label={label} className="w-full table-fixed border-collapse border-y-[1.5px] border-y-rule text-left">
      <colgroup>
        <col className="w-[30px]" />
        <LetterColumn texts={rows.map((row) => row.cells[0]?.source ?? '')} />
        <col span={columns} />
        {marks && <LetterColumn texts={rows.map((row) => marksOf(row).join('  '))} />}
      </colgroup>
      <tbody>
        {rows.map((row, index) => (
          <StepRead
            key={row.line}
            row={row}
            number={index + 1}
            before={rows[index - 1]}
            columns={columns}
            marks={marks}
          />
        ))}
      </tbody>
    </table>
  );
}

/** A column as wide as the longest of its texts, up to a share that leaves room for the others. */
export const LetterColumn = ({ texts }: { texts: readonly string[] }) => (
  <col style={{ width: `min(${Math.max(...texts.map((text) => text.length)) + 2}ch, 220px)` }} />
);

/** The place of the last argument that is given, or of none. */
const lastArgument = ({ step, cells }: RowView) =>
  cells.slice(0, step?.marksFrom ?? cells.length).findLastIndex((cell) => cell.source !== '');

const marksOf = ({ step, cells }: RowView) => cells.slice(step?.marksFrom ?? cells.length).map((cell) => cell.source);

function StepRead({
  row,
  number,
  before,
  columns,
  marks,
}: {
  row: RowView;
  number: number;
  before: RowView | undefined;
  columns: number;
  marks: boolean;
}) {
  const from = row.step?.marksFrom ?? row.cells.length;
  return (
    <tr className={`h-7 border-t border-hair first:border-t-0 ${row.step?.off ? 'opacity-60' : ''}`}>
      <td className="pr-[9px] text-right text-[12px] text-ink-3">{number}</td>
      <th scope="row" className="border-l border-hair px-2 font-medium">
        <span ref={ellipsis} className="block" title={row.cells[0]?.source}>
          <TextPieces pieces={row.cells[0]?.parts ?? []} />
        </span>
      </th>
      {Array.from({ length: columns }, (_, i) => i + 1).map((column) => {
        const caption = row.step?.captions[column - 1];
        const changed = caption && caption !== before?.step?.captions[column - 1];
        return (
          <td key={column} className="relative px-2">
            {changed && <span className="capt">{caption}</span>}
            <span ref={ellipsis} className="block [&>span]:whitespace-nowrap" title={row.cells[column]?.source}>
              {column < from && <TextPieces pieces={row.cells[column]?.parts ?? []} />}
            </span>
          </td>
        );
      })}
      {marks && (
        <td
          title={marksOf(row).join('  ')}
          ref={ellipsis}
          className="border-l border-hair px-2 font-mono text-value text-ink-2"
        >
          {row.cells.slice(from).map((cell) => (
            <span key={cell.start} className="mr-2">
              <TextPieces pieces={cell.parts} />
            </span>
          ))}
        </td>
      )}
    </tr>
  );
}
