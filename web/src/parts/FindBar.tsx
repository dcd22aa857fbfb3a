import { CaseSensitive, ChevronDown, ChevronUp, Search, X } from 'lucide-react';
import { type KeyboardEvent, useEffect, useMemo, useRef, useState } from 'react';
import { Button, IconButton } from './Button';
import { counted } from './counted';
import {
  type Finding,
  foundAtCursor,
  goToFound,
  openFind,
  patternOf,
  replaceIn,
  type Searched,
  type Spot,
} from './finding';
import { useStore } from './store';

const NONE: { pattern: RegExp | null; found: readonly Spot[] } = { pattern: null, found: [] };

/** The cells that hold what is looked for, while the bar is open. */
export function useFound(searched: Searched, content: unknown) {
  const finding = useStore(searched.finding);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another content has other cells
  return useMemo(() => {
    const pattern = finding.open ? patternOf(finding) : null;
    return pattern ? { pattern, found: searched.find(pattern) } : NONE;
  }, [searched, finding, content]);
}

/** Ctrl F, wherever one is beside the sheet: the browser's own would look through what is drawn alone. */
function useFindKey(searched: Searched) {
  useEffect(() => {
    const onKey = (event: globalThis.KeyboardEvent) => {
      const asked = event.key.toLowerCase() === 'f' && (event.ctrlKey || event.metaKey);
      if (!asked || event.shiftKey || event.altKey || event.defaultPrevented) return;
      if ((event.target as HTMLElement).closest('[role=dialog]')) return;
      event.preventDefault();
      openFind(searched);
    };
    addEventListener('keydown', onKey);
    return () => removeEventListener('keydown', onKey);
  }, [searched]);
}

/** Looks for a text in the cells of a sheet, and puts another in its place. */
export function FindBar({ searched, found }: { searched: Searched; found: readonly Spot[] }) {
  const finding = useStore(searched.finding);
  useFindKey(searched);
  // Who comes back to a table goes on in its cells.
  useEffect(() => () => searched.finding.set({ ...searched.finding.get(), open: false }), [searched]);
  return finding.open && <OpenBar searched={searched} finding={finding} found={found} />;
}

function OpenBar({ searched, finding, found }: { searched: Searched; finding: Finding; found: readonly Spot[] }) {
  const field = useRef<HTMLInputElement>(null);
  /** Where the search began, so that what is typed is looked for from there. */
  const origin = useRef(searched.cursor());
  const [done, setDone] = useState('');
  /** How often something was replaced since the fields were typed in last; only that is undone from here. */
  const replaced = useRef(0);
  // What shows it is drawn anew wherever the cursor goes.
  const at = foundAtCursor(searched, found);

  // biome-ignore lint/correctness/useExhaustiveDependencies: each time that it is asked for
  useEffect(() => field.current?.focus(), [finding.asked]);

  const change = (part: Partial<Finding>) => {
    searched.finding.set({ ...searched.finding.get(), ...part });
    setDone('');
    replaced.current = 0;
  };
  const lookFor = (part: Partial<Finding>) => {
    change(part);
    const { line, place } = origin.current;
    goToFound(searched, 1, { line, place: place - 1 });
  };
  const go = (by: 1 | -1) => {
    goToFound(searched, by);
    origin.current = searched.cursor();
  };
  const replace = () => {
    const here = found[at];
    if (here) {
      replaceIn(searched, [here]);
      replaced.current++;
    }
    go(1);
  };
  const replaceAll = () => {
    replaceIn(searched, found);
    replaced.current++;
    setDone(`${counted(found.length, searched.unit)} changed`);
  };
  const undo = () => {
    if (replaced.current === 0) return false;
    replaced.current--;
    setDone('');
    searched.undo();
    return true;
  };
  const close = () => {
    change({ open: false });
    searched.focus();
  };
  const onKeyDown = (event: KeyboardEvent<HTMLElement>, onEnter: (back: boolean) => void) => {
    if (event.nativeEvent.isComposing) return;
    const control = event.ctrlKey || event.metaKey;
    if (control && event.key.toLowerCase() === 'z') {
      if (!undo()) return;
    } else if (event.key === 'Escape') close();
    else if (event.key === 'F3') go(event.shiftKey ? -1 : 1);
    else if (event.key === 'Enter' && event.target instanceof HTMLInputElement) onEnter(event.shiftKey);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };

  const count =
    found.length === 0
      ? 'nothing found'
      : at < 0
        ? counted(found.length, searched.unit)
        : `${at + 1} of ${found.length.toLocaleString('en')}`;
  return (
    <div
      role="search"
      aria-label={`Find in this ${searched.what}`}
      className="mx-4 mb-1 flex flex-wrap items-center gap-x-1.5 gap-y-1 border-y border-hair bg-sunk px-2 py-1 [&_button:hover]:bg-ground"
      onKeyDown={(event) => onKeyDown(event, (back) => go(back ? -1 : 1))}
    >
      <label className="field h-6 max-w-56 min-w-32 flex-1 focus-within:outline-2 focus-within:outline-select-edge">
        <Search size={13} className="flex-none text-ink-3" aria-hidden />
        <input
          ref={field}
          value={finding.text}
          aria-label="Find"
          placeholder="Find"
          className="min-w-0 flex-1 bg-transparent outline-none"
          onFocus={(event) => event.target.select()}
          onChange={(event) => lookFor({ text: event.target.value })}
        />
      </label>
      <IconButton
        word="Match case"
        aria-pressed={finding.matchCase}
        onClick={() => lookFor({ matchCase: !finding.matchCase })}
        className={finding.matchCase ? 'bg-accent-wash text-accent' : ''}
      >
        <CaseSensitive size={15} aria-hidden />
      </IconButton>
      <IconButton word="The one before (Shift Enter)" onClick={() => go(-1)} disabled={found.length === 0}>
        <ChevronUp size={14} aria-hidden />
      </IconButton>
      <IconButton word="The next one (Enter)" onClick={() => go(1)} disabled={found.length === 0}>
        <ChevronDown size={14} aria-hidden />
      </IconButton>
      <span role="status" className="min-w-16 px-1 text-small whitespace-nowrap text-ink-2 tabular-nums">
        {done || (finding.text === '' ? '' : count)}
      </span>
      <label className="field h-6 max-w-48 min-w-28 flex-1 focus-within:outline-2 focus-within:outline-select-edge">
        <input
          value={finding.by}
          aria-label="Replace with"
          placeholder="Replace with"
          className="min-w-0 flex-1 bg-transparent outline-none"
          onChange={(event) => change({ by: event.target.value })}
          onKeyDown={(event) => onKeyDown(event, replace)}
        />
      </label>
      <Button small onClick={replace} disabled={found.length === 0}>
        Replace
      </Button>
      <Button small onClick={replaceAll} disabled={found.length === 0}>
        {found.length === 0 ? 'Replace all' : `Replace in ${counted(found.length, searched.unit)}`}
      </Button>
      <IconButton word="Close (Esc)" onClick={close}>
        <X size={14} aria-hidden />
      </IconButton>
    </div>
  );
}
