import { useVirtualizer } from '@tanstack/react-virtual';
import { type KeyboardEvent, useMemo, useRef, useState } from 'react';
import { Link } from 'wouter';
import { useKeywords, useTree } from '@/api/queries';
import { useCrumbs } from '@/app/crumbs';
import { compositionPlace, documentPlace, KEYWORDS } from '@/app/places';
import { analysis } from '@/document/analysis';
import { putRow, removeRows } from '@/document/edits';
import { isFeature } from '@/document/kinds';
import type { OpenDocument } from '@/document/openDocument';
import { structure } from '@/document/structure';
import { useDocument, useDocumentState } from '@/document/useDocument';
import { nameKey } from '@/document/words';
import { counted } from '@/parts/counted';
import { ErrorStrip } from '@/parts/ErrorLine';
import { ellipsis } from '@/parts/ellipsis';
import { OneChoice } from '@/parts/OneChoice';
import { SegmentedChoice } from '@/parts/SegmentedChoice';
import { useKeptInView } from '@/parts/useKeptInView';
import { type ComposedCase, type ComposedKeyword, compositionOf } from './composition';

const LINE_HEIGHT = 28;
const NAME_WIDTH = 300;
const HEAD_HEIGHT = 132;
const COLUMN_WIDTH = 40;

/** Which keywords the cases of a suite call, and in which order; calls are added and taken away in place. */
export function Composition({ path, go }: { path: string; go: (place: string) => void }) {
  const { data: tree } = useTree();
  const suites = (tree?.suites ?? []).filter((suite) => !isFeature(suite.path));
  const shown = path || suites[0]?.path || '';
  const suite = suites.find((each) => each.path === shown);
  useCrumbs([{ word: 'Keywords', to: KEYWORDS }, { word: 'Composition' }, ...(suite ? [{ word: suite.name }] : [])]);
  if (tree && suites.length === 0) {
    return <p className="m-auto max-w-96 text-center text-ink-2">The project has no suite of tables yet.</p>;
  }
  return (
    <>
      <header className="flex flex-none items-center gap-3 px-4 pt-2.5 pb-2">
        <h1 className="text-title leading-[26px] font-semibold">Composition</h1>
        <p ref={ellipsis} className="flex-1 self-end pb-0.5 text-ink-2">
          Which step of a case calls which keyword
        </p>
        <OneChoice
          label="Suite"
          value={shown}
          options={suites.map((each) => ({ value: each.path, word: each.name }))}
          onChange={(next) => go(compositionPlace(next))}
          className="h-7 w-56 border border-hair-strong bg-surface px-2"
        />
      </header>
      {shown && <OfDocument key={shown} path={shown} />}
    </>
  );
}

function OfDocument({ path }: { path: string }) {
  const { document, wrong } = useDocument(path);
  if (wrong) return <ErrorStrip text={wrong} className="mx-4" />;
  return document && <Grid document={document} />;
}

/** A cell by the place of its case and keyword. */
interface Place {
  line: number;
  column: number;
}

function Grid({ document }: { document: OpenDocument }) {
  const state = useDocumentState(document);
  const { data: all } = useKeywords();
  const keywords = useMemo(() => new Map((all ?? []).map((each) => [nameKey(each.name), each])), [all]);
  const [shown, setShown] = useState<'own' | 'all'>('own');
  const [added, setAdded] = useState<readonly string[]>([]);
  const { cases, called } = useMemo(
    () => compositionOf(structure(state), analysis(state), keywords),
    [state, keywords],
  );
  const columns: ComposedKeyword[] = [
    ...called.filter((each) => shown === 'all' || each.own),
    ...added
      .filter((key) => !called.some((each) => each.key === key && (shown === 'all' || each.own)))
      .flatMap((key) => {
        const keyword = keywords.get(key);
        return keyword ? [{ key, name: keyword.name, own: true, count: 0 }] : [];
      }),
  ];
  const [cursor, setCursor] = useState<Place>({ line: 0, column: 0 });
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: cases.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => LINE_HEIGHT,
    overscan: 12,
  });
  const turn = (one: ComposedCase, keyword: ComposedKeyword) => {
    const last = one.calls.get(keyword.key)?.at(-1);
    const spec = last
      ? removeRows(document.state, [last.row])
      : putRow(document.state, one.id, 'steps', [keyword.name]);
    if (spec) document.dispatch(spec);
  };
  const go = (line: number, column: number) => {
    const next = {
      line: Math.max(0, Math.min(line, cases.length - 1)),
      column: Math.max(0, Math.min(column, columns.length - 1)),
    };
    setCursor(next);
    virtual.scrollToIndex(next.line);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const one = cases[cursor.line];
    const keyword = columns[cursor.column];
    if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z') {
      if (event.shiftKey) document.redo();
      else document.undo();
    } else if (event.key === 'ArrowDown') go(cursor.line + 1, cursor.column);
    else if (event.key === 'ArrowUp') go(cursor.line - 1, cursor.column);
    else if (event.key === 'ArrowRight') go(cursor.line, cursor.column + 1);
    else if (event.key === 'ArrowLeft') go(cursor.line, cursor.column - 1);
    else if ((event.key === 'Enter' || event.key === ' ') && one && keyword) turn(one, keyword);
    else return;
    event.preventDefault();
  };
  const width = NAME_WIDTH + columns.length * COLUMN_WIDTH;
  const others = (all ?? []).filter((each) => !columns.some((column) => column.key === nameKey(each.name)));
  return (
    <>
      <div className="flex flex-none items-center gap-3 px-4 pb-2">
        <p className="flex-1 text-ink-2">
          {counted(cases.length, 'case')}, {counted(columns.length, 'keyword')}. A press on an empty cell adds a call
          behind the last step; on a filled one it takes its last call away. Ctrl Z undoes.
        </p>
        <SegmentedChoice
          label="Which keywords are shown"
          options={[
            { value: 'own', word: 'Own keywords' },
            { value: 'all', word: 'All' },
          ]}
          value={shown}
          onChange={setShown}
        />
        <OneChoice
          label="Add a keyword to the grid"
          value=""
          options={[
            { value: '', word: 'Add a keyword' },
            ...others.map((each) => ({ value: nameKey(each.name), word: each.name })),
          ]}
          onChange={(key) => key && setAdded([...added, key])}
          className="h-7 w-44 border border-hair-strong bg-surface px-2"
        />
      </div>
      <div
        ref={scroller}
        role="grid"
        aria-label="Composition of the cases"
        aria-rowcount={cases.length + 1}
        aria-colcount={columns.length + 1}
        aria-activedescendant={cases[cursor.line] && columns[cursor.column] ? cellId(cursor) : undefined}
        tabIndex={0}
        onKeyDown={onKeyDown}
        className="min-h-0 flex-1 overflow-auto border-t border-hair-strong"
      >
        <div role="presentation" className="relative" style={{ width, height: virtual.getTotalSize() + HEAD_HEIGHT }}>
          <Heads columns={columns} />
          {virtual.getVirtualItems().map(({ index, start }) => {
            const one = cases[index];
            return (
              one && (
                <div
                  key={one.id}
                  role="row"
                  tabIndex={-1}
                  aria-rowindex={index + 2}
                  className="absolute left-0 flex border-b border-hair"
                  style={{ top: HEAD_HEIGHT + start, height: LINE_HEIGHT, width }}
                >
                  <span
                    role="rowheader"
                    tabIndex={-1}
                    className="sticky left-0 z-[2] flex flex-none items-center gap-2 border-r border-hair-strong bg-surface pr-2 pl-4"
                    style={{ width: NAME_WIDTH }}
                  >
                    <Link
                      to={documentPlace(document.path, { line: one.line })}
                      tabIndex={-1}
                      title={one.name}
                      ref={ellipsis}
                      className="flex-1 hover:underline"
                    >
                      {one.name}
                    </Link>
                    <span className="text-[12px] text-ink-3">{one.steps}</span>
                  </span>
                  {columns.map((keyword, column) => (
                    <CallCell
                      key={keyword.key}
                      id={cellId({ line: index, column })}
                      positions={one.calls.get(keyword.key)?.map((call) => call.position) ?? []}
                      name={`${one.name}, ${keyword.name}`}
                      here={cursor.line === index && cursor.column === column}
                      onPress={() => {
                        setCursor({ line: index, column });
                        turn(one, keyword);
                      }}
                    />
                  ))}
                </div>
              )
            );
          })}
        </div>
      </div>
    </>
  );
}

function Heads({ columns }: { columns: readonly ComposedKeyword[] }) {
  return (
    <div
      role="row"
      tabIndex={-1}
      aria-rowindex={1}
      className="sticky top-0 z-[3] flex border-b-[1.5px] border-rule bg-surface"
      style={{ height: HEAD_HEIGHT }}
    >
      <span
        role="columnheader"
        tabIndex={-1}
        className="sticky left-0 z-[2] flex flex-none items-end border-r border-hair-strong bg-surface pr-2 pb-1 pl-4 text-caption text-ink-3"
        style={{ width: NAME_WIDTH }}
      >
        <span className="flex-1">case</span>
        steps
      </span>
      {columns.map((keyword) => (
        <span
          key={keyword.key}
          role="columnheader"
          tabIndex={-1}
          title={`${keyword.name}: ${counted(keyword.count, 'call')}`}
          className="flex flex-none flex-col items-center justify-end gap-1 pb-1"
          style={{ width: COLUMN_WIDTH }}
        >
          <span
            className={`max-h-[104px] rotate-180 truncate [writing-mode:vertical-rl] ${keyword.own ? 'font-medium' : 'text-ink-2'}`}
          >
            {keyword.name}
          </span>
          <span className="text-[11px] text-ink-3">{keyword.count}</span>
        </span>
      ))}
    </div>
  );
}

const cellId = ({ line, column }: Place) => `call-${line}-${column}`;

/** The steps of a case that call a keyword; a press adds or takes away one. */
function CallCell({
  id,
  positions,
  name,
  here,
  onPress,
}: {
  id: string;
  positions: readonly number[];
  name: string;
  here: boolean;
  onPress: () => void;
}) {
  const shown = positions.join(' ');
  const cell = useKeptInView(here);
  return (
    <span
      ref={cell}
      id={id}
      role="gridcell"
      tabIndex={-1}
      aria-selected={here}
      className={`relative flex-none border-r border-hair ${positions.length > 0 ? 'bg-select' : ''}`}
      style={{ width: COLUMN_WIDTH, scrollMarginLeft: NAME_WIDTH, scrollMarginTop: HEAD_HEIGHT }}
    >
      <button
        type="button"
        tabIndex={-1}
        aria-label={`${name}: ${shown ? `step ${shown}` : 'not called'}`}
        title={shown ? `step ${positions.join(', ')}` : undefined}
        onClick={onPress}
        className="group grid size-full place-items-center overflow-hidden text-[12px] hover:bg-sunk"
      >
        {shown || <span className="text-ink-3 opacity-0 group-hover:opacity-100">+</span>}
      </button>
      {here && <span className="pointer-events-none absolute inset-0 border-2 border-select-edge" />}
    </span>
  );
}
