import { ChevronDown, ChevronRight } from 'lucide-react';
import { type ReactNode, useState } from 'react';
import { Link } from 'wouter';
import { useBlocks } from '@/api/queries';
import type { BlockNode } from '@/api/types';
import { ellipsis } from '@/parts/ellipsis';
import { Filter } from '@/parts/Filter';
import { isFound } from '@/parts/isFound';
import { LinesInView } from '@/parts/LinesInView';
import { ProblemMark } from '@/parts/ProblemMark';
import { DocumentMenu, RemovedDocuments } from './DocumentMenu';

/** What is listed under one word. */
export interface BlockGroup {
  word: string;
  /** What the numbers on the right are. */
  right?: string;
  blocks: readonly ListedBlock[];
  /** Whether only its word is shown at first; a filter shows what it finds. */
  foldedAtFirst?: boolean;
}

export interface ListedBlock extends Pick<BlockNode, 'name' | 'note' | 'errors' | 'warnings' | 'size' | 'detail'> {
  key: string;
  to: string;
  open: boolean;
  /** The document that it stands in; built-in ones have none. */
  path?: string;
}

type ListLine = { kind: 'group'; word: string; right: string; open: boolean } | { kind: 'block'; block: ListedBlock };

const keyOf = (line: ListLine) => (line.kind === 'group' ? `group ${line.word}` : line.block.key);

/** The contents of a station: blocks in groups, with a filter on top. */
export function BlockList({
  label,
  groups,
  add,
  empty,
}: {
  label: string;
  groups: readonly BlockGroup[];
  add?: ReactNode;
  /** What is said where the project has none. */
  empty: string;
}) {
  const { data: known } = useBlocks();
  const [filter, setFilter] = useState('');
  const [toggled, setToggled] = useState<ReadonlyMap<string, boolean>>(new Map());
  const shown = linesOf(groups, filter, toggled);
  const current = groups.flatMap((group) => group.blocks).find((block) => block.open);
  return (
    <>
      <div className="flex gap-1.5 border-b border-hair px-2.5 py-2">
        <Filter value={filter} onChange={setFilter} label={`Filter ${label}`} />
        {add}
      </div>
      <LinesInView
        label={label}
        lines={shown}
        keyOf={keyOf}
        current={current ? current.key : ''}
        draw={(line) =>
          line.kind === 'block' ? (
            <BlockLine block={line.block} />
          ) : (
            <GroupLine line={line} onToggle={() => setToggled(new Map(toggled).set(line.word, !line.open))} />
          )
        }
      >
        {known && groups.every((group) => group.blocks.length === 0) && <p className="px-3 py-2 text-ink-2">{empty}</p>}
        {shown.length === 0 && filter !== '' && <p className="px-3 py-2 text-ink-2">Nothing found.</p>}
        <RemovedDocuments />
      </LinesInView>
    </>
  );
}

/** The groups that have a block which is found, and the blocks of those that are unfolded, in one list. */
function linesOf(
  groups: readonly BlockGroup[],
  filter: string,
  toggled: ReadonlyMap<string, boolean>,
): readonly ListLine[] {
  return groups.flatMap(({ word, right = '', blocks, foldedAtFirst }): ListLine[] => {
    const found = blocks.filter((block) => isFound(filter, [block.name, block.note, block.detail]));
    if (found.length === 0) return [];
    const open = filter !== '' || (toggled.get(word) ?? !foldedAtFirst);
    const head = { kind: 'group' as const, word, open, right: open ? right : String(found.length) };
    return open ? [head, ...found.map((block) => ({ kind: 'block' as const, block }))] : [head];
  });
}

function GroupLine({ line, onToggle }: { line: Extract<ListLine, { kind: 'group' }>; onToggle: () => void }) {
  const Chevron = line.open ? ChevronDown : ChevronRight;
  return (
    <h2 className="flex h-[26px] items-end justify-between pr-2.5 pb-1 pl-2 text-small font-semibold text-ink-3">
      <button type="button" aria-expanded={line.open} onClick={onToggle} className="flex items-center gap-[5px]">
        <Chevron size={12} aria-hidden />
        {line.word}
      </button>
      <span className="font-normal">{line.right}</span>
    </h2>
  );
}

function BlockLine({ block }: { block: ListedBlock }) {
  const line = (
    <Link
      to={block.to}
      aria-current={block.open ? 'page' : undefined}
      title={block.note.split('\n')[0] || block.name}
      className="flex h-[26px] items-center gap-1.5 pr-2.5 pl-[25px] hover:bg-sunk aria-[current]:bg-select aria-[current]:font-semibold aria-[current]:shadow-[inset_2px_0_var(--select-edge)]"
    >
      <span ref={ellipsis} className="flex-1">
        {block.name.replace(/<([^<>]*)>/g, '‹$1›') || '(no name)'}
      </span>
      {block.errors > 0 && <ProblemMark severity="error" />}
      {block.errors === 0 && block.warnings > 0 && <ProblemMark severity="warning" />}
      <span className="min-w-[22px] text-right text-[12px] font-normal text-ink-3">
        {block.size?.toLocaleString('en')}
      </span>
    </Link>
  );
  return block.path ? <DocumentMenu path={block.path}>{line}</DocumentMenu> : line;
}
