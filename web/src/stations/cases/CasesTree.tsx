import { ChevronDown, ChevronRight, Plus, Rows3 } from 'lucide-react';
import { memo, useMemo, useState } from 'react';
import { Link } from 'wouter';
import { useTree } from '@/api/queries';
import type { CaseNode, DocumentNode, SuiteNode, TreeView } from '@/api/types';
import { ALL_CASES, CASES, documentPlace, stationOf } from '@/app/places';
import { ellipsis } from '@/parts/ellipsis';
import { Filter } from '@/parts/Filter';
import { isFound } from '@/parts/isFound';
import { LinesInView } from '@/parts/LinesInView';
import { Outcome } from '@/parts/Outcome';
import { ProblemMark } from '@/parts/ProblemMark';
import { plainText } from '@/parts/TextPieces';
import { Wrong } from '@/parts/Wrong';
import { DocumentMenu, RemovedDocuments } from '@/stations/documents/DocumentMenu';
import { NewDocument } from './NewDocument';

/** One line of the contents; all of them make one list, of which only those in view are drawn. */
type TreeLine =
  | { kind: 'group'; word: string; right: string }
  | { kind: 'suite'; suite: SuiteNode; shown: boolean }
  | { kind: 'case'; suite: SuiteNode; of: CaseNode }
  | { kind: 'document'; document: DocumentNode };

const keyOf = (line: TreeLine): string => {
  switch (line.kind) {
    case 'group':
      return `group ${line.word}`;
    case 'suite':
      return line.suite.path;
    case 'case':
      return `${line.suite.path}:${line.of.line}`;
    case 'document':
      return line.document.path;
  }
};

/**
 * Suites with their cases, and the project's other documents.
 *
 * `open` is the path of the document that is shown, or the address of all cases.
 */
export const CasesTree = memo(function CasesTree({ open }: { open: string }) {
  const { data: tree, error, refetch } = useTree();
  const [filter, setFilter] = useState('');
  const [toggled, setToggled] = useState<ReadonlyMap<string, boolean>>(new Map());
  const lines = useMemo(() => linesOf(tree, filter, open, toggled), [tree, filter, open, toggled]);
  return (
    <>
      <Link
        to={ALL_CASES}
        aria-current={open === ALL_CASES ? 'page' : undefined}
        className="flex h-8 flex-none items-center gap-2 border-b border-hair px-3 font-medium hover:bg-sunk aria-[current]:bg-select aria-[current]:shadow-[inset_2px_0_var(--select-edge)]"
      >
        <Rows3 size={14} aria-hidden className="text-ink-2" />
        All cases
      </Link>
      <div className="flex gap-1.5 border-b border-hair px-2.5 py-2">
        <Filter
          value={filter}
          onChange={setFilter}
          label="Filter suites, cases, tags and outcomes"
          finds="Name, #tag …"
        />
        <NewDocument>
          <button
            type="button"
            title="New suite or document"
            aria-label="New suite or document"
            className="grid size-[26px] place-items-center rounded-field border border-hair-strong bg-surface hover:border-field"
          >
            <Plus size={14} aria-hidden />
          </button>
        </NewDocument>
      </div>
      <LinesInView
        label="Suites and documents"
        lines={lines}
        keyOf={keyOf}
        current={open === ALL_CASES ? '' : open}
        above={<Wrong what="The contents" error={error} again={refetch} />}
        draw={(line) => (
          <TreeLineView
            line={line}
            open={open}
            onToggle={(path, shown) => setToggled(new Map(toggled).set(path, shown))}
          />
        )}
      >
        {tree?.suites.length === 0 && (
          <p className="px-3 py-2 text-ink-2">No suite yet. Make one with the plus above.</p>
        )}
        {tree && lines.length <= 1 && filter.trim() !== '' && (
          <p className="px-3 py-2 text-ink-2">No suite, case, tag or outcome fits the filter.</p>
        )}
        <RemovedDocuments />
      </LinesInView>
    </>
  );
});

/** What a filter finds a case by: its name, its tags, how it ended last and why it does not run. */
const wordsOf = ({ nameParts, tags, last, exclusionReason }: CaseNode) => [
  plainText(nameParts),
  ...tags.map((tag) => `#${tag.replace(/^#/, '')}`),
  last,
  exclusionReason,
];

function linesOf(
  tree: TreeView | undefined,
  filter: string,
  open: string,
  toggled: ReadonlyMap<string, boolean>,
): TreeLine[] {
  const lines: TreeLine[] = [{ kind: 'group', word: 'Suites', right: 'executable' }];
  for (const suite of tree?.suites ?? []) {
    const own = isFound(filter, [suite.name]);
    const cases = suite.cases.filter((one) => own || isFound(filter, wordsOf(one)));
    if (!own && cases.length === 0) continue;
    const shown = toggled.get(suite.path) ?? (suite.path === open || filter.trim() !== '');
    lines.push({ kind: 'suite', suite, shown });
    if (shown) for (const of of cases) lines.push({ kind: 'case', suite, of });
  }
  // Those that no station shows: plans, and documents that hold nothing yet.
  const suites = new Set(tree?.suites.map((suite) => suite.path));
  const plain = (tree?.documents ?? []).filter(
    ({ path, kinds }) => !suites.has(path) && stationOf(kinds, path) === CASES && isFound(filter, [path]),
  );
  if (plain.length > 0) lines.push({ kind: 'group', word: 'Plain documents', right: '' });
  for (const document of plain) lines.push({ kind: 'document', document });
  return lines;
}

function TreeLineView({
  line,
  open,
  onToggle,
}: {
  line: TreeLine;
  open: string;
  onToggle: (path: string, shown: boolean) => void;
}) {
  switch (line.kind) {
    case 'group':
      return (
        <div className="flex h-full items-end justify-between pr-2.5 pb-1 pl-3 text-small font-semibold text-ink-3">
          <span>{line.word}</span>
          <span>{line.right}</span>
        </div>
      );
    case 'suite':
      return <SuiteLine suite={line.suite} shown={line.shown} open={line.suite.path === open} onToggle={onToggle} />;
    case 'case':
      return <CaseLine suite={line.suite} of={line.of} />;
    case 'document': {
      const { path, problems } = line.document;
      return (
        <DocumentMenu path={path}>
          <Link
            to={documentPlace(path)}
            aria-current={path === open ? 'page' : undefined}
            className="flex h-full items-center gap-1.5 pr-2.5 pl-[25px] hover:bg-sunk aria-[current]:bg-select aria-[current]:shadow-[inset_2px_0_var(--select-edge)]"
          >
            <span ref={ellipsis} className="flex-1" title={path}>
              {path.replace(/\.(elmt|feature)$/, '')}
            </span>
            {problems.errors > 0 && <ProblemMark severity="error" />}
          </Link>
        </DocumentMenu>
      );
    }
  }
}

function SuiteLine({
  suite,
  shown,
  open,
  onToggle,
}: {
  suite: SuiteNode;
  shown: boolean;
  open: boolean;
  onToggle: (path: string, shown: boolean) => void;
}) {
  const Chevron = shown ? ChevronDown : ChevronRight;
  return (
    <DocumentMenu path={suite.path}>
      <div
        className={`flex h-full items-center gap-[5px] pr-2.5 pl-2 hover:bg-sunk ${open ? 'bg-select shadow-[inset_2px_0_var(--select-edge)]' : ''}`}
      >
        <button
          type="button"
          aria-expanded={shown}
          aria-label={`Cases of ${suite.name}`}
          onClick={() => onToggle(suite.path, !shown)}
          className="text-ink-3"
        >
          <Chevron size={12} aria-hidden />
        </button>
        <Link to={documentPlace(suite.path)} ref={ellipsis} className={`flex-1 ${open ? 'font-semibold' : ''}`}>
          {suite.name}
        </Link>
        <span className="min-w-[22px] text-right text-[12px] text-ink-3">
          {suite.executableCount.toLocaleString('en')}
        </span>
        <Outcome of={suite.last} size={12} />
      </div>
    </DocumentMenu>
  );
}

function CaseLine({ suite, of }: { suite: SuiteNode; of: CaseNode }) {
  return (
    <Link
      to={documentPlace(suite.path, { line: of.line })}
      className="flex h-full items-center gap-[5px] pr-2.5 pl-[25px] hover:bg-sunk"
      title={plainText(of.nameParts)}
    >
      <span ref={ellipsis} className={`flex-1 ${of.exclusionReason ? 'text-ink-3' : ''}`}>
        {plainText(of.nameParts)}
      </span>
      <span className="min-w-[22px] text-right text-[12px] text-ink-3">
        {of.exclusionReason ?? of.executableCount.toLocaleString('en')}
      </span>
      <Outcome of={of.last} size={12} />
    </Link>
  );
}
