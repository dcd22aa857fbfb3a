import type { EditorState } from '@codemirror/state';
import { Play } from 'lucide-react';
import { type ReactNode, startTransition, useCallback, useEffect, useMemo, useState } from 'react';
import { Link, Redirect, useLocation, useSearch } from 'wouter';
import { useKeywords, useStartRun, useTree } from '@/api/queries';
import type { KeywordView } from '@/api/types';
import { type Crumb, useCrumbs } from '@/app/crumbs';
import { documentPlace, stationOf, suitePlanPlace } from '@/app/places';
import { setName, setNote, setProperty } from '@/document/blockEdits';
import { isFeature } from '@/document/kinds';
import type { OpenDocument } from '@/document/openDocument';
import { useOthers } from '@/document/presence';
import { type Block, structure } from '@/document/structure';
import { useDocument, useDocumentState } from '@/document/useDocument';
import { useOutcomes } from '@/document/useOutcomes';
import { nameKey } from '@/document/words';
import { DocumentLens } from '@/lens/DocumentLens';
import { Button, LinkButton } from '@/parts/Button';
import { Columns } from '@/parts/Columns';
import { counted } from '@/parts/counted';
import { InlineText } from '@/parts/InlineText';
import { SegmentedChoice } from '@/parts/SegmentedChoice';
import { useStore } from '@/parts/store';
import { RefactoringPanel } from '@/refactoring/RefactoringPanel';
import { headFields } from '@/sheet/heads';
import type { Stop } from '@/sheet/items';
import { Overview } from '@/sheet/Overview';
import { SheetTable } from '@/sheet/SheetTable';
import { SheetSession } from '@/sheet/session';
import { TextSheet } from '@/text/TextSheet';
import { GoneStrip } from './GoneStrip';

/** The station that shows a document: its address, its word, its contents. */
export interface StationOfDocument {
  home: string;
  word: string;
  contents: ReactNode;
  /** Another way to look at what is in the document, such as a reference. */
  also?: { word: string; go: () => void };
}

/** A document as its sheet, in the station that it belongs to. */
export function DocumentStation({ path, station }: { path: string; station: StationOfDocument }) {
  const { document, wrong } = useDocument(path);
  const { data: tree } = useTree();
  const { home, word, contents } = station;
  const kinds = tree?.documents.find((each) => each.path === path)?.kinds;
  const own = isFeature(path) || !kinds ? home : stationOf(kinds, path);
  if (own !== home) return <Redirect to={`${documentPlace(path, { station: own })}${location.search}`} replace />;
  if (document) return <DocumentSheet key={path} document={document} station={station} />;
  return (
    <Columns station={word.toLowerCase()} contents={{ name: 'Contents', content: contents }} lens={null}>
      {wrong && (
        <p role="alert" className="p-6 text-failed">
          {wrong}
        </p>
      )}
    </Columns>
  );
}

type Shown = 'table' | 'overview' | 'text';

/** Sheets keep their cursor while one looks elsewhere. */
const sessions = new WeakMap<OpenDocument, SheetSession>();

function sessionOf(document: OpenDocument): SheetSession {
  const session = sessions.get(document) ?? new SheetSession(document);
  sessions.set(document, session);
  return session;
}

function useKeywordsByName(): ReadonlyMap<string, KeywordView> {
  const { data: keywords } = useKeywords();
  return useMemo(() => new Map((keywords ?? []).map((keyword) => [nameKey(keyword.name), keyword])), [keywords]);
}

function DocumentSheet({ document, station }: { document: OpenDocument; station: StationOfDocument }) {
  const state = useDocumentState(document);
  const session = sessionOf(document);
  const keywords = useKeywordsByName();
  const outcomes = useOutcomes(document);
  const others = useOthers();
  const params = new URLSearchParams(useSearch());
  const [, go] = useLocation();
  const { path } = document;
  const feature = isFeature(path);
  const asText = feature || params.get('as') === 'text';
  const line = params.get('line') ? Number(params.get('line')) : null;
  const [selected, setSelected] = useState<Stop | null>(null);
  // The lens may follow a frame later: keys come first.
  const select = useCallback((stop: Stop | null) => startTransition(() => setSelected(stop)), []);
  const suite = structure(state).blocks.find((block) => block.kind.word === 'suite');
  const overview = suite !== undefined && params.get('as') === 'overview';
  const title = suite?.name ?? path;
  const crumbs: Crumb[] = [{ word: station.word, to: station.home }, { word: title }];
  useCrumbs(crumbs);
  usePresence(document, idOf(selected));

  // The state's selection is where both views are.
  const show = (as: Shown) => {
    session.leave();
    const id = as === 'text' ? idOf(selected) : undefined;
    const own = structure(document.state).lines.findIndex((each) => each.id === id);
    const at = own >= 0 ? own + 1 : document.state.doc.lineAt(document.state.selection.main.head).number;
    go(documentPlace(path, { as, line: at, station: station.home }));
  };

  return (
    <Columns
      station={station.word.toLowerCase()}
      contents={{ name: 'Contents', content: station.contents }}
      lens={
        overview
          ? null
          : {
              name: 'Lens',
              content: <DocumentLens document={document} stop={asText ? null : selected} keywords={keywords} />,
            }
      }
    >
      <SheetHead
        document={document}
        title={title}
        suite={suite ?? null}
        executable={[...outcomes.values()].reduce((sum, one) => sum + one.executableCount, 0)}
        shown={feature ? null : asText ? 'text' : overview ? 'overview' : 'table'}
        show={show}
        also={station.also}
      />
      {document.goneWhy !== '' && <GoneStrip document={document} />}
      <AskedRefactoring session={session} />
      {!asText && !overview && isLarge(state) && <LargeStrip lines={state.doc.lines} asText={() => show('text')} />}
      {asText ? (
        <TextSheet document={document} line={line} />
      ) : overview ? (
        <Overview document={document} outcomes={outcomes} />
      ) : (
        <SheetTable
          session={session}
          keywords={keywords}
          outcomes={outcomes}
          others={others}
          line={line}
          onSelect={select}
        />
      )}
    </Columns>
  );
}

/** The panel of the refactoring that was asked for on the sheet. */
function AskedRefactoring({ session }: { session: SheetSession }) {
  const ask = useStore(session.refactoring);
  return (
    ask && <RefactoringPanel ask={ask} close={() => session.refactoring.set(null)} onClosed={() => session.focus()} />
  );
}

const SMOOTH_LINES = 12_000;
const SMOOTH_LENGTH = 2_000_000;

/** Whether a table of it answers to keys more slowly than one types. */
const isLarge = ({ doc }: EditorState) => doc.lines > SMOOTH_LINES || doc.length > SMOOTH_LENGTH;

function LargeStrip({ lines, asText }: { lines: number; asText: () => void }) {
  return (
    <p role="note" className="mx-4 mb-2 flex items-center gap-3 bg-sunk px-3 py-1.5">
      <span className="flex-1">
        This document has {lines.toLocaleString('en')} lines, more than a table shows without delay. As text it stays
        fast; or divide it into several documents.
      </span>
      <LinkButton onClick={asText}>Show it as text</LinkButton>
    </p>
  );
}

const idOf = (stop: Stop | null) => (stop && stop.kind !== 'add' ? stop.id : undefined);

/** Tells others in which line one is. */
function usePresence(document: OpenDocument, id: number | undefined) {
  useEffect(() => document.tellPlace(id), [document, id]);
}

function SheetHead({
  document,
  title,
  suite,
  executable,
  shown,
  show,
  also,
}: {
  document: OpenDocument;
  title: string;
  suite: Block | null;
  executable: number;
  /** Null where a document can be shown in one way only. */
  shown: Shown | null;
  show: (as: Shown) => void;
  also: StationOfDocument['also'];
}) {
  const start = useStartRun();
  const [wrong, setWrong] = useState<string | null>(null);
  return (
    <header className="flex-none px-4 pt-2.5 pb-1">
      <div className="flex h-7 items-center gap-2.5">
        {suite ? (
          <InlineText
            as="h1"
            label="Name of the suite"
            text={title}
            className="truncate text-title leading-[26px] font-semibold tracking-[-.1px]"
            onCommit={(text) => document.edit((state) => setName(state, suite.id, text))}
          />
        ) : (
          <h1 className="truncate text-title leading-[26px] font-semibold tracking-[-.1px]">{title}</h1>
        )}
        {suite ? (
          <InlineText
            as="p"
            label="Note of the suite"
            text={suite.note}
            placeholder="note"
            className="flex-1 truncate self-end pb-0.5 text-ink-2"
            onCommit={(text) => document.edit((state) => setNote(state, suite.id, text))}
          />
        ) : (
          <span className="flex-1" />
        )}
        {shown && (
          <SegmentedChoice
            label="How the document is shown"
            options={[
              ...(also ? [{ value: 'also' as const, word: also.word }] : []),
              { value: 'table' as const, word: 'Table' },
              ...(suite ? [{ value: 'overview' as const, word: 'Overview' }] : []),
              { value: 'text' as const, word: 'Text' },
            ]}
            value={shown as 'also' | Shown}
            onChange={(as) => (as === 'also' ? also?.go() : show(as))}
          />
        )}
        {suite && (
          <Link to={suitePlanPlace(suite.name)} className="whitespace-nowrap font-medium text-accent hover:underline">
            Show what will run
          </Link>
        )}
        {suite && executable > 0 && (
          <Button kind="main" onClick={async () => setWrong(await start({ title: suite.name, suites: [suite.name] }))}>
            <Play size={13} aria-hidden />
            Run {counted(executable, 'case')}
          </Button>
        )}
      </div>
      {wrong && (
        <p role="alert" className="pt-1 text-failed">
          {wrong}
        </p>
      )}
      {suite && <SuiteProperties document={document} suite={suite} />}
    </header>
  );
}

/** The properties of a suite, edited in place; what it has none of is offered as a quiet word. */
function SuiteProperties({ document, suite }: { document: OpenDocument; suite: Block }) {
  return (
    <dl className="flex min-h-[26px] flex-wrap items-center gap-x-[18px]">
      {headFields(suite)
        .filter((field) => field.field === 'property')
        .map((field) => (
          <div key={`${field.word} ${field.place}`} className="flex items-center gap-1.5 whitespace-nowrap">
            <dt className={`text-small text-ink-3 ${field.text === '' ? 'sr-only' : ''}`}>{field.word}</dt>
            <InlineText
              as="dd"
              label={`${field.word} of the suite`}
              text={field.text}
              placeholder={field.word}
              shown={field.word === 'tags' && field.text !== '' ? hashed(field.text) : undefined}
              className={field.word === 'tags' ? 'text-[12px] text-ink-2' : ''}
              onCommit={(text) => document.edit((state) => setProperty(state, suite.id, field.word, text, field.place))}
            />
          </div>
        ))}
    </dl>
  );
}

const hashed = (tags: string) =>
  tags
    .split(/, */)
    .map((tag) => `#${tag}`)
    .join(' ');
