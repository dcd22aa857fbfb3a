import { ChevronDown, ChevronRight } from 'lucide-react';
import { type ReactNode, useState } from 'react';
import { Link } from 'wouter';
import { useBlocks } from '@/api/queries';
import type { BlockNode } from '@/api/types';
import { ellipsis } from '@/parts/ellipsis';
import { Filter } from '@/parts/Filter';
import { isFound } from '@/parts/isFound';
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
  const fits = (block: ListedBlock) => isFound(filter, [block.name, block.note, block.detail]);
  const shown = groups
    .map((group) => ({ ...group, blocks: group.blocks.filter(fits) }))
    .filter((group) => group.blocks.length > 0);
  return (
    <>
      <div className="flex gap-1.5 border-b border-hair px-2.5 py-2">
        <Filter value={filter} onChange={setFilter} label={`Filter ${label}`} />
        {add}
      </div>
      <nav aria-label={label} className="flex-1 overflow-y-auto pt-1 pb-9">
        {shown.map((group) => {
          const open = filter !== '' || (toggled.get(group.word) ?? !group.foldedAtFirst);
          const Chevron = open ? ChevronDown : ChevronRight;
          return (
            <section key={group.word} aria-label={group.word}>
              <h2 className="flex h-[26px] items-end justify-between pr-2.5 pb-1 pl-2 text-small font-semibold text-ink-3">
                <button
                  type="button"
                  aria-expanded={open}
                  onClick={() => setToggled(new Map(toggled).set(group.word, !open))}
                  className="flex items-center gap-[5px]"
                >
                  <Chevron size={12} aria-hidden />
                  {group.word}
                </button>
                <span className="font-normal">{open ? group.right : group.blocks.length}</span>
              </h2>
              {open && group.blocks.map((block) => <BlockLine key={block.key} block={block} />)}
            </section>
          );
        })}
        {known && groups.every((group) => group.blocks.length === 0) && <p className="px-3 py-2 text-ink-2">{empty}</p>}
        {shown.length === 0 && filter !== '' && <p className="px-3 py-2 text-ink-2">Nothing found.</p>}
        <RemovedDocuments />
      </nav>
    </>
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
      <span className="min-w-[22px] text-right text-[12px] font-normal text-ink-3">{block.size}</span>
    </Link>
  );
  return block.path ? <DocumentMenu path={block.path}>{line}</DocumentMenu> : line;
}
