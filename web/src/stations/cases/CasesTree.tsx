import { ChevronDown, ChevronRight, Plus } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'wouter';
import { useTree } from '@/api/queries';
import type { SuiteNode } from '@/api/types';
import { documentPlace } from '@/app/places';
import { Filter } from '@/parts/Filter';
import { Outcome } from '@/parts/Outcome';
import { ProblemMark } from '@/parts/ProblemMark';
import { plainText } from '@/parts/TextPieces';
import { DocumentMenu, RemovedDocuments } from './DocumentMenu';
import { NewDocument } from './NewDocument';

/** Suites with their cases, and the project's other documents. */
export function CasesTree({ open }: { open: string }) {
  const { data: tree } = useTree();
  const [filter, setFilter] = useState('');
  const wanted = filter.toLowerCase();
  const suites = (tree?.suites ?? []).filter(
    (suite) =>
      suite.name.toLowerCase().includes(wanted) ||
      suite.cases.some((one) => plainText(one.nameParts).toLowerCase().includes(wanted)),
  );
  const suitePaths = new Set(tree?.suites.map((suite) => suite.path));
  const others = (tree?.documents ?? []).filter(
    (document) => !suitePaths.has(document.path) && document.path.toLowerCase().includes(wanted),
  );
  return (
    <>
      <div className="flex gap-1.5 border-b border-hair px-2.5 py-2">
        <Filter value={filter} onChange={setFilter} label="Filter suites and documents" />
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
      <nav aria-label="Suites and documents" className="flex-1 overflow-y-auto py-1">
        <GroupHead word="Suites" right="executable" />
        {suites.map((suite) => (
          <SuiteNodes key={suite.path} suite={suite} open={suite.path === open} wanted={wanted} />
        ))}
        {tree?.suites.length === 0 && (
          <p className="px-3 py-2 text-ink-2">No suite yet. Make one with the plus above.</p>
        )}
        <GroupHead word="Other documents" right="" />
        {others.map((document) => (
          <DocumentMenu key={document.path} path={document.path}>
            <Link
              key={document.path}
              to={documentPlace(document.path)}
              aria-current={document.path === open ? 'page' : undefined}
              className="flex h-[26px] items-center gap-1.5 pr-2.5 pl-[25px] hover:bg-sunk aria-[current]:bg-select aria-[current]:shadow-[inset_2px_0_var(--select-edge)]"
            >
              <span className="flex-1 truncate" title={document.path}>
                {document.path.replace(/\.(elmt|feature)$/, '')}
              </span>
              {document.problems.errors > 0 && <ProblemMark severity="error" />}
            </Link>
          </DocumentMenu>
        ))}
        <RemovedDocuments />
      </nav>
    </>
  );
}

function GroupHead({ word, right }: { word: string; right: string }) {
  return (
    <div className="flex h-[26px] items-end justify-between pr-2.5 pb-1 pl-3 text-small font-semibold text-ink-3">
      <span>{word}</span>
      <span>{right}</span>
    </div>
  );
}

function SuiteNodes({ suite, open, wanted }: { suite: SuiteNode; open: boolean; wanted: string }) {
  const [toggled, setToggled] = useState<boolean | null>(null);
  const shown = toggled ?? (open || wanted !== '');
  const Chevron = shown ? ChevronDown : ChevronRight;
  const cases = suite.cases.filter(
    (one) => suite.name.toLowerCase().includes(wanted) || plainText(one.nameParts).toLowerCase().includes(wanted),
  );
  return (
    <div>
      <DocumentMenu path={suite.path}>
        <div
          className={`flex h-[26px] items-center gap-[5px] pr-2.5 pl-2 hover:bg-sunk ${open ? 'bg-select shadow-[inset_2px_0_var(--select-edge)]' : ''}`}
        >
          <button
            type="button"
            aria-expanded={shown}
            aria-label={`Cases of ${suite.name}`}
            onClick={() => setToggled(!shown)}
            className="text-ink-3"
          >
            <Chevron size={12} aria-hidden />
          </button>
          <Link to={documentPlace(suite.path)} className={`flex-1 truncate ${open ? 'font-semibold' : ''}`}>
            {suite.name}
          </Link>
          <span className="min-w-[22px] text-right text-[12px] text-ink-3">{suite.executableCount}</span>
          <Outcome of={suite.last} size={12} />
        </div>
      </DocumentMenu>
      {shown &&
        cases.map((one) => (
          <Link
            key={one.name}
            to={documentPlace(suite.path, { line: one.line })}
            className="flex h-[26px] items-center gap-[5px] pr-2.5 pl-[25px] hover:bg-sunk"
            title={plainText(one.nameParts)}
          >
            <span className={`flex-1 truncate ${one.exclusionReason ? 'text-ink-3' : ''}`}>
              {plainText(one.nameParts)}
            </span>
            <span className="min-w-[22px] text-right text-[12px] text-ink-3">
              {one.exclusionReason ?? one.executableCount}
            </span>
            <Outcome of={one.last} size={12} />
          </Link>
        ))}
    </div>
  );
}
