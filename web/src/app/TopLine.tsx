import { Popover } from 'radix-ui';
import { useCallback, useEffect, useState } from 'react';
import { Link } from 'wouter';
import { useProject } from '@/api/queries';
import { live } from '@/api/socket';
import { setAuthor, useAuthor } from '@/document/author';
import { useSaving } from '@/document/saving';
import { counted } from '@/parts/counted';
import { ellipsis } from '@/parts/ellipsis';
import { InlineText } from '@/parts/InlineText';
import { OneChoice } from '@/parts/OneChoice';
import { ProblemMark } from '@/parts/ProblemMark';
import { useStore } from '@/parts/store';
import { CommandBox } from './CommandBox';
import { chooseEnvironment } from './chosenEnvironment';
import { useShownCrumbs } from './crumbs';
import { useEnvironment } from './environment';
import { FolderNews } from './FolderNews';
import { GoingRun } from './GoingRun';
import { KeyList } from './KeyList';
import { ProblemList } from './ProblemList';

export function TopLine() {
  const { data: project } = useProject();
  const crumbs = useShownCrumbs();
  const [keys, setKeys] = useState(false);
  const showKeys = useCallback(() => setKeys(true), []);
  return (
    <header className="flex items-center gap-4 border-b border-hair-strong bg-ground pr-3.5 pl-4">
      <div ref={ellipsis} className="flex flex-1 items-center gap-[7px] text-ink-2">
        <b className="font-semibold text-ink">{project?.name ?? ''}</b>
        {crumbs.map((crumb) => (
          <span
            key={crumb.word}
            className="flex max-w-40 flex-none items-center gap-[7px] last:max-w-none last:min-w-0 last:flex-initial last:text-ink"
          >
            <span className="text-ink-3">/</span>
            {crumb.to ? (
              <Link ref={ellipsis} to={crumb.to} className="hover:text-ink hover:underline">
                {crumb.word}
              </Link>
            ) : (
              <span ref={ellipsis}>{crumb.word}</span>
            )}
          </span>
        ))}
      </div>
      <CommandBox showKeys={showKeys} />
      <KeyList open={keys} setOpen={setKeys} />
      <GoingRun />
      <ProblemCount />
      <EnvironmentChoice />
      <FolderNews />
      <Saved />
      <YourName />
    </header>
  );
}

/** The environment that one works in: runs, plans and data use it unless they are asked for others. */
function EnvironmentChoice() {
  const { data: project } = useProject();
  const environment = useEnvironment();
  if (!project || project.environments.length === 0) return null;
  return (
    <span className="flex items-center gap-1.5">
      <span className="text-caption text-ink-3">environment</span>
      <OneChoice
        label="Environment"
        value={environment}
        options={project.environments.map((name) => ({ value: name, word: name }))}
        onChange={chooseEnvironment}
        className="ref max-w-40"
        origin="environment"
      />
    </span>
  );
}

/** Who one is, as others see it beside one's row and in the history; without accounts it is asked for here, once. */
function YourName() {
  const name = useAuthor();
  return (
    <InlineText
      as="span"
      label="Your name"
      text={name}
      placeholder="your name"
      className="max-w-28 text-ink-2"
      onCommit={(text) => setAuthor(text.trim().slice(0, LONGEST_NAME))}
    />
  );
}

const LONGEST_NAME = 60;

/** Whether everything is on the server's disk, and if not, since when and why. */
function Saved() {
  const saving = useSaving();
  const connected = useStore(live.connected);
  const now = useNow(saving.state !== 'saved');
  const seconds = saving.since === null ? 0 : Math.round((now - saving.since) / 1000);
  const late = saving.state === 'not saved' || seconds >= SLOW_SECONDS;
  if (late) {
    const why = saving.why || 'the server does not answer';
    return (
      <span role="alert" ref={ellipsis} className="max-w-96 font-medium text-failed" title={why}>
        not saved for {seconds} s: {why}
      </span>
    );
  }
  if (saving.state === 'saved' && !connected) {
    return (
      <span role="status" className="min-w-12 text-failed">
        no connection to the server
      </span>
    );
  }
  return (
    <span role="status" className="min-w-12 text-ink-3">
      {saving.state}
    </span>
  );
}

const SLOW_SECONDS = 3;

/** The time, once a second while it is wanted. */
function useNow(wanted: boolean): number {
  const [now, setNow] = useState(Date.now());
  useEffect(() => {
    if (!wanted) return;
    setNow(Date.now());
    const timer = setInterval(() => setNow(Date.now()), 1000);
    return () => clearInterval(timer);
  }, [wanted]);
  return now;
}

function ProblemCount() {
  const { data: project } = useProject();
  const counts = project?.problems;
  if (!counts) return null;
  const parts = [
    { severity: 'error', count: counts.errors + project.files.length },
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
