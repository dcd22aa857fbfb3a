import { type ReactNode, useMemo } from 'react';
import { Redirect, useLocation } from 'wouter';
import { useTree } from '@/api/queries';
import { type Crumb, useCrumbs } from '@/app/crumbs';
import { documentPlace, stationOf } from '@/app/places';
import { useAddressQuery } from '@/app/usePlace';
import { isFeature } from '@/document/kinds';
import type { OpenDocument } from '@/document/openDocument';
import { useOthers } from '@/document/presence';
import { structure, suiteIn } from '@/document/structure';
import { useDocument, useDocumentPart } from '@/document/useDocument';
import { useOutcomes } from '@/document/useOutcomes';
import { LinkButton } from '@/parts/Button';
import { Columns } from '@/parts/Columns';
import { openFind } from '@/parts/finding';
import { later } from '@/parts/later';
import { useStore } from '@/parts/store';
import { RefactoringPanel } from '@/refactoring/RefactoringPanel';
import { Overview } from '@/sheet/Overview';
import { SheetTable } from '@/sheet/SheetTable';
import type { SheetSession } from '@/sheet/session';
import { searchedText } from '@/text/searchedText';
import { DocumentHead, type Shown } from './DocumentHead';
import { GoneStrip } from './GoneStrip';
import { LensOf } from './LensOf';
import { sessionOf, useKeywordsByName, useSuiteInTree } from './ofDocument';

/** Most look at tables. */
const TextSheet = later(() => import('@/text/TextSheet').then((part) => part.TextSheet));

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
  const as = useAddressQuery().get('as');
  const { home, word, contents } = station;
  // The document itself says it, too, before the tree is here.
  const kinds = tree?.documents.find((each) => each.path === path)?.kinds ?? (document && kindsOf(document));
  const own = isFeature(path) || !kinds ? home : stationOf(kinds, path);
  if (own !== home) return <Redirect to={`${documentPlace(path, { station: own })}${location.search}`} replace />;
  const shown = shownAs(path, as, document);
  return (
    <Columns
      station={word.toLowerCase()}
      contents={{ name: 'Contents', content: contents }}
      lens={
        shown === 'overview'
          ? null
          : { name: 'Lens', content: document && <LensOf key={path} document={document} shown={shown} /> }
      }
    >
      {document && <DocumentSheet key={path} document={document} station={station} shown={shown} />}
      {wrong && (
        <p role="alert" className="p-6 text-failed">
          {wrong}
        </p>
      )}
    </Columns>
  );
}

/** How a document is shown, by what its address says; only a suite has an overview. */
function shownAs(path: string, as: string | null, document: OpenDocument | null): Shown {
  if (isFeature(path) || as === 'text') return 'text';
  return as === 'overview' && (!document || suiteIn(document)) ? 'overview' : 'table';
}

/** The kinds of a document's blocks; null where it has none. */
function kindsOf(document: OpenDocument): string[] | null {
  const kinds = structure(document.state).blocks.map((block) => block.kind.word);
  return kinds.length > 0 ? kinds : null;
}

function DocumentSheet({
  document,
  station,
  shown,
}: {
  document: OpenDocument;
  station: StationOfDocument;
  shown: Shown;
}) {
  const session = sessionOf(document);
  const keywords = useKeywordsByName();
  const outcomes = useOutcomes(document);
  const others = useOthers();
  const alone = useMemo(() => [document], [document]);
  const params = useAddressQuery();
  const [, go] = useLocation();
  const { path } = document;
  const feature = isFeature(path);
  const line = params.get('line') ? Number(params.get('line')) : null;
  // Most changes are of one cell, and of no concern to what stands round the sheet.
  const suite = useDocumentPart(document, suiteIn);
  const large = useDocumentPart(document, linesOfLarge);
  const gone = useDocumentPart(document, ({ goneWhy }) => goneWhy !== '');
  const known = useSuiteInTree(path);
  const title = suite?.name ?? (feature ? known?.name : undefined) ?? path;
  const executable = useMemo(
    () => [...outcomes.values()].reduce((sum, one) => sum + one.executableCount, 0),
    [outcomes],
  );
  const runs = feature
    ? known && { suite: known.name, executable: known.executableCount }
    : suite && { suite: suite.name, executable };
  const crumbs: Crumb[] = [{ word: station.word, to: station.home }, { word: title }];
  useCrumbs(crumbs);
  // The state's selection is where both views are.
  const show = (as: Shown) => {
    session.leave();
    const stop = as === 'text' ? session.current()?.stop : undefined;
    const id = stop?.kind === 'add' ? undefined : stop?.id;
    const own = structure(document.state).lines.findIndex((each) => each.id === id);
    const at = own >= 0 ? own + 1 : document.state.doc.lineAt(document.state.selection.main.head).number;
    go(documentPlace(path, { as, line: at, station: station.home }));
  };

  return (
    <>
      <DocumentHead
        document={document}
        title={title}
        suite={suite}
        runs={runs ?? null}
        shown={feature ? null : shown}
        show={show}
        find={
          shown === 'overview'
            ? undefined
            : () => openFind(shown === 'table' ? session.searched : searchedText(document))
        }
        also={station.also}
      />
      {gone && <GoneStrip document={document} />}
      <AskedRefactoring session={session} focus={shown === 'table' ? () => session.focus() : undefined} />
      {shown === 'table' && large > 0 && <LargeStrip lines={large} asText={() => show('text')} />}
      {shown === 'text' ? (
        <TextSheet document={document} keywords={keywords} line={line} ask={session.refactoring.set} />
      ) : shown === 'overview' ? (
        <Overview documents={alone} runsOf={({ id }) => outcomes.get(id)} />
      ) : (
        <SheetTable session={session} keywords={keywords} outcomes={outcomes} others={others} line={line} />
      )}
    </>
  );
}

/**
 * The panel of the refactoring that was asked for.
 *
 * @param focus where a table takes up its cursor again
 */
function AskedRefactoring({ session, focus }: { session: SheetSession; focus?: () => void }) {
  const ask = useStore(session.refactoring);
  return ask && <RefactoringPanel ask={ask} close={() => session.refactoring.set(null)} onClosed={focus} />;
}

const SMOOTH_LINES = 12_000;
const SMOOTH_LENGTH = 2_000_000;

/** How many lines a document has whose table answers to keys more slowly than one types; 0 for all others. */
const linesOfLarge = ({ state: { doc } }: OpenDocument) =>
  doc.lines > SMOOTH_LINES || doc.length > SMOOTH_LENGTH ? doc.lines : 0;

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
