import { useVirtualizer } from '@tanstack/react-virtual';
import { type ClipboardEvent, type KeyboardEvent, useRef, useState } from 'react';
import type { OpenDocument } from '@/document/openDocument';
import { saysNotToRun } from '@/document/switchOff';
import { useDocumentStates } from '@/document/useDocument';
import { Filter } from '@/parts/Filter';
import { isFound } from '@/parts/isFound';
import { CaseLine, type CaseRuns, gridOf, LINE_HEIGHT } from './OverviewLine';
import {
  OVERVIEW_COLUMNS,
  type OverviewCase,
  type OverviewValue,
  overviewOf,
  pasted,
  writeOverview,
} from './overviewCells';

const CAPTIONS: Record<string, string> = { name: 'case' };

interface Place {
  line: number;
  column: number;
}

/** The cases of a suite, or of many, as one table, so that a tag or a flag of many is set in one column. */
export function Overview({
  documents,
  suites = false,
  runsOf,
}: {
  documents: readonly OpenDocument[];
  /** Whether the cases are of several suites, which are named then. */
  suites?: boolean;
  runsOf: (one: OverviewCase) => CaseRuns | undefined;
}) {
  useDocumentStates(documents);
  const [filter, setFilter] = useState('');
  const shown = documents
    .flatMap(overviewOf)
    .filter(({ suite, cells }) => isFound(filter, [`${suites ? suite : ''} ${cells.join(' ')}`]));
  const [cursor, setCursor] = useState<Place>({ line: 0, column: 0 });
  const [anchor, setAnchor] = useState<number | null>(null);
  const [editing, setEditing] = useState<string | null>(null);
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: shown.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => LINE_HEIGHT,
    overscan: 12,
  });
  const top = Math.min(anchor ?? cursor.line, cursor.line);
  const bottom = Math.max(anchor ?? cursor.line, cursor.line);
  /** The documents that each step changed, as one of many cases is taken back at once. */
  const steps = useRef<{ done: OpenDocument[][]; undone: OpenDocument[][] }>({ done: [], undone: [] });
  const write = (values: OverviewValue[]) => {
    const changed = writeOverview(shown, values);
    if (changed.length > 0) steps.current = { done: [...steps.current.done, changed], undone: [] };
  };
  const undo = () => {
    const step = steps.current.done.pop();
    if (step) steps.current.undone.push(step);
    for (const document of step ?? [shown[cursor.line]?.document]) document?.undo();
  };
  const redo = () => {
    const step = steps.current.undone.pop();
    if (step) steps.current.done.push(step);
    for (const document of step ?? [shown[cursor.line]?.document]) document?.redo();
  };
  const go = (line: number, column: number, extend = false) => {
    const next = {
      line: Math.max(0, Math.min(line, shown.length - 1)),
      column: Math.max(0, Math.min(column, OVERVIEW_COLUMNS.length - 1)),
    };
    setAnchor(extend ? (anchor ?? cursor.line) : null);
    setCursor(next);
    virtual.scrollToIndex(next.line);
  };
  const inRange = (text: (line: number) => string): OverviewValue[] =>
    Array.from({ length: bottom - top + 1 }, (_, i) => ({
      line: top + i,
      column: cursor.column,
      text: text(top + i),
    }));
  const textAt = (line: number) => shown[line]?.cells[cursor.column] ?? '';
  const switchOff = () => {
    const column = OVERVIEW_COLUMNS.indexOf('run');
    const lines = inRange(() => '').map(({ line }) => line);
    const off = lines.every((line) => saysNotToRun(shown[line]?.cells[column] ?? ''));
    write(lines.map((line) => ({ line, column, text: off ? '' : 'no' })));
  };
  const commit = (text: string, down: number) => {
    write([{ ...cursor, text }]);
    setEditing(null);
    scroller.current?.focus({ preventScroll: true });
    go(cursor.line + down, cursor.column);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (editing !== null) return;
    const control = event.ctrlKey || event.metaKey;
    const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
    if (control && key === 'z') event.shiftKey ? redo() : undo();
    else if (control && key === 'y') redo();
    else if (control && key === 'd') write(inRange(() => textAt(top)));
    else if (control) return;
    else if (key === 'ArrowDown') go(cursor.line + 1, cursor.column, event.shiftKey);
    else if (key === 'ArrowUp') go(cursor.line - 1, cursor.column, event.shiftKey);
    else if (key === 'ArrowRight') go(cursor.line, cursor.column + 1);
    else if (key === 'ArrowLeft') go(cursor.line, cursor.column - 1);
    else if (key === 'Enter' || key === 'F2') setEditing(textAt(cursor.line));
    else if (key === 'F8') switchOff();
    else if (key === 'Delete' || key === 'Backspace') write(inRange(() => ''));
    else if (key.length === 1 && key !== '/' && !event.altKey) setEditing(event.key);
    else return;
    event.preventDefault();
  };
  const onCopy = (event: ClipboardEvent) => {
    if (editing !== null) return;
    event.preventDefault();
    event.clipboardData.setData(
      'text/plain',
      inRange((line) => textAt(line))
        .map((value) => value.text)
        .join('\n'),
    );
  };
  const onPaste = (event: ClipboardEvent) => {
    if (editing !== null) return;
    event.preventDefault();
    const values = pasted(event.clipboardData.getData('text/plain'), top, cursor.column);
    const single = values.length === 1 ? values[0] : undefined;
    write(single ? inRange(() => single.text) : values);
  };
  return (
    <>
      <div className="flex flex-none items-center gap-3 px-4 pb-1.5">
        <p className="flex-1 text-ink-2">
          Type to change a cell, Ctrl D fills the selected cells down, Del empties them, F8 switches their cases off; a
          column from a spreadsheet can be pasted.
        </p>
        <div className="w-48">
          <Filter value={filter} onChange={setFilter} label="Filter the cases" />
        </div>
      </div>
      <div
        ref={scroller}
        role="grid"
        aria-label="Overview of the cases"
        aria-rowcount={shown.length + 1}
        aria-colcount={OVERVIEW_COLUMNS.length + (suites ? 4 : 3)}
        aria-multiselectable
        tabIndex={0}
        onKeyDown={onKeyDown}
        onCopy={onCopy}
        onPaste={onPaste}
        className="min-h-0 flex-1 overflow-auto px-4"
      >
        <Head suites={suites} />
        <div role="presentation" className="relative min-w-[760px]" style={{ height: virtual.getTotalSize() }}>
          {virtual.getVirtualItems().map(({ index, start }) => {
            const one = shown[index];
            return (
              one && (
                <CaseLine
                  key={`${one.document.id} ${one.id}`}
                  one={one}
                  suites={suites}
                  runs={runsOf(one)}
                  top={start}
                  index={index}
                  column={index >= top && index <= bottom ? cursor.column : null}
                  here={index === cursor.line}
                  editing={index === cursor.line ? editing : null}
                  commit={commit}
                  cancel={() => {
                    setEditing(null);
                    scroller.current?.focus({ preventScroll: true });
                  }}
                  choose={(column, extend) => go(index, column, extend)}
                  edit={(text) => setEditing(text)}
                />
              )
            );
          })}
        </div>
        {shown.length === 0 && <p className="py-3 text-ink-2">No case fits the filter.</p>}
      </div>
    </>
  );
}

function Head({ suites }: { suites: boolean }) {
  return (
    <div
      role="row"
      tabIndex={-1}
      aria-rowindex={1}
      className={`${gridOf(suites)} sticky top-0 z-[4] h-[26px] min-w-[760px] items-center border-b-[1.5px] border-rule bg-surface text-caption text-ink-3`}
    >
      <span role="columnheader" tabIndex={-1}>
        <span className="sr-only">last outcome</span>
      </span>
      {suites && (
        <span role="columnheader" tabIndex={-1} className="px-2">
          suite
        </span>
      )}
      {OVERVIEW_COLUMNS.map((word, place) => (
        <span key={word} className="contents">
          <span role="columnheader" tabIndex={-1} className="px-2">
            {CAPTIONS[word] ?? word}
          </span>
          {place === 0 && (
            <span role="columnheader" tabIndex={-1} className="px-2 text-right">
              rows
            </span>
          )}
        </span>
      ))}
      <span role="columnheader" tabIndex={-1} className="px-2 text-right">
        time
      </span>
    </div>
  );
}
