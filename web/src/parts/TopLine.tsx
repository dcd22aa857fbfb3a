import { Square } from 'lucide-react';
import { Popover } from 'radix-ui';
import { Link } from 'wouter';
import { stopRun, useProject, useRuns } from '@/api/queries';
import { CommandBox } from './CommandBox';
import { counted } from './counted';
import { useShownCrumbs } from './crumbs';
import { Outcome } from './Outcome';
import { ProblemList } from './ProblemList';
import { ProblemMark } from './ProblemMark';
import { usePreviewCounts } from './previewCounts';
import { useSaveState } from './saveState';

export function TopLine() {
  const { data: project } = useProject();
  const crumbs = useShownCrumbs();
  return (
    <header className="flex items-center gap-4 border-b border-hair-strong bg-ground pr-3.5 pl-4">
      <div className="flex min-w-0 flex-1 items-center gap-[7px] truncate text-ink-2">
        <b className="font-semibold text-ink">{project?.name ?? ''}</b>
        {crumbs.map((crumb) => (
          <span key={crumb.word} className="flex min-w-0 items-center gap-[7px] last:text-ink">
            <span className="text-ink-3">/</span>
            {crumb.to ? (
              <Link to={crumb.to} className="hover:text-ink hover:underline">
                {crumb.word}
              </Link>
            ) : (
              <span className="truncate">{crumb.word}</span>
            )}
          </span>
        ))}
      </div>
      <CommandBox />
      <GoingRun />
      <ProblemCount />
      {project?.environments[0] && (
        <span className="flex items-center gap-1.5">
          <span className="text-caption text-ink-3">environment</span>
          <span className="ref" data-origin="environment">
            {project.environments[0]}
          </span>
        </span>
      )}
      <Saved />
    </header>
  );
}

function Saved() {
  const { state, wrong, at } = useSaveState();
  if (state === 'wrong') {
    return (
      <span role="alert" className="max-w-80 truncate font-medium text-failed" title={wrong}>
        not saved: {wrong}
      </span>
    );
  }
  return (
    <span role="status" className="min-w-12 text-ink-3" title={at ? `saved ${at.toLocaleTimeString()}` : undefined}>
      {state === 'saved' ? 'saved' : 'saving'}
    </span>
  );
}

function ProblemCount() {
  const { data: project } = useProject();
  const preview = usePreviewCounts();
  const counts = preview ?? project?.problems;
  if (!counts) return null;
  const parts = [
    { severity: 'error', count: counts.errors },
    { severity: 'warning', count: counts.warnings },
    { severity: 'notice', count: counts.notices },
  ].filter((part) => part.count > 0);
  return (
    <Popover.Root>
      <Popover.Trigger className="flex items-center gap-2.5 rounded-chip font-medium" data-testid="problem-count">
        {parts.length === 0 && <span className="font-normal text-ink-3">no problems</span>}
        {parts.map(({ severity, count }) => (
          <span key={severity} className="flex items-center gap-[5px]">
            <ProblemMark severity={severity} />
            {counted(count, severity)}
          </span>
        ))}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={6}
          className="z-50 max-h-[70vh] w-[520px] overflow-auto rounded-float border border-hair-strong bg-raised shadow-float"
        >
          <ProblemList />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

function GoingRun() {
  const { data: runs } = useRuns();
  const going = runs?.find((run) => run.state === 'going');
  if (!going) return null;
  return (
    <span className="flex items-center gap-2">
      <Outcome of="running" />
      <Link to={`/runs/${going.id}`} className="font-medium hover:underline">
        Run {going.id}
      </Link>
      <button
        type="button"
        aria-label={`Stop run ${going.id}`}
        title="Stop the run"
        onClick={() => stopRun(going.id)}
        className="grid size-5 place-items-center rounded-chip hover:bg-sunk"
      >
        <Square size={12} aria-hidden />
      </button>
    </span>
  );
}
