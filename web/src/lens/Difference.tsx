import { useMemo } from 'react';
import { type ChangedBlock, type ChangedLine, difference } from '@/document/difference';
import { isRecords } from '@/document/kinds';
import { counted } from '@/parts/counted';

const SIGN = { same: '', removed: '−', added: '+' };
const SAID = { same: 'unchanged: ', removed: 'removed: ', added: 'added: ' };
const GROUND = { same: '', removed: 'bg-failed-wash', added: 'bg-accent-wash' };

/** What is different between two states of the document at a path: by block, as tables. */
export function Difference({ before, after, path }: { before: string; after: string; path: string }) {
  const blocks = useMemo(() => difference(before, after, path), [before, after, path]);
  if (blocks.length === 0) return <p className="px-4 py-3 text-ink-2">Both say the same.</p>;
  return (
    <div className="flex flex-col gap-4 px-4 py-3">
      <p className="text-ink-2">{countsOf(blocks, isRecords(path) ? 'row' : 'line')}</p>
      {blocks.map((block) => (
        <table key={block.title} className="w-full border-collapse text-left" aria-label={block.title || 'other lines'}>
          {block.title !== '' && <caption className="pb-1 text-left text-case font-semibold">{block.title}</caption>}
          <tbody>
            {block.lines.map((line, index) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: a line of a difference is its place
              <DifferenceRow key={index} line={line} columns={widest(block.lines)} />
            ))}
          </tbody>
        </table>
      ))}
    </div>
  );
}

/** How many lines were added and removed; one that changed is both. */
function countsOf(blocks: readonly ChangedBlock[], word: string): string {
  const count = (kind: ChangedLine['kind']) =>
    blocks.reduce((sum, { lines }) => sum + lines.filter((line) => line.kind === kind).length, 0);
  return `${counted(count('added'), word)} added, ${counted(count('removed'), word)} removed`;
}

const widest = (lines: readonly ChangedLine[]) => Math.max(1, ...lines.map(({ cells }) => cells?.length ?? 1));

function DifferenceRow({ line: { kind, cells, text }, columns }: { line: ChangedLine; columns: number }) {
  const shown = cells ?? [text];
  return (
    <tr data-change={kind} className={`h-7 border-t border-hair ${GROUND[kind]}`}>
      <th scope="row" className="w-7 text-center font-normal text-ink-3">
        <span className="sr-only">{SAID[kind]}</span>
        <span aria-hidden>{SIGN[kind]}</span>
      </th>
      {shown.map((cell, column) => (
        <td
          // biome-ignore lint/suspicious/noArrayIndexKey: a cell is its column
          key={column}
          colSpan={column === shown.length - 1 ? columns - shown.length + 1 : 1}
          className={`border-l border-hair px-2 ${cells ? '' : 'text-ink-2'} ${cells && column === 0 ? 'font-medium' : ''} ${kind === 'same' ? 'text-ink-3' : ''}`}
        >
          {cell}
        </td>
      ))}
    </tr>
  );
}
