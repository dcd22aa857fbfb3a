import { Pin, PinOff } from 'lucide-react';
import { useState } from 'react';
import type { CaseNode, KeywordView } from '@/api/types';
import { isFeature } from '@/document/kinds';
import type { OpenDocument } from '@/document/openDocument';
import { type KeysOf, TABLE_KEYS, TABLE_TEXT_KEYS, TEXT_KEYS } from '@/parts/Keys';
import { SegmentedChoice } from '@/parts/SegmentedChoice';
import { textAt } from '@/sheet/columns';
import { isRow, type Stop } from '@/sheet/items';
import { CaseCard } from './CaseCard';
import { HistoryLens } from './HistoryLens';
import { StepLens } from './StepLens';
import { UsesList } from './UsesList';

/** What the cursor of a text is in. */
export interface Caret {
  keyword: string | undefined;
  suite: string;
  inCase: CaseNode | undefined;
}

/** The keys of what is shown. */
function keysIn({ path }: OpenDocument, caret: Caret | null): KeysOf {
  if (!caret) return TABLE_KEYS;
  return isFeature(path) ? TEXT_KEYS : [...TEXT_KEYS, ...TABLE_TEXT_KEYS];
}

/** Explains what is selected, or tells the document's history. */
export function DocumentLens({
  document,
  stop,
  caret,
  keywords,
  pin,
}: {
  document: OpenDocument;
  stop: Stop | null;
  /** Null in a table. */
  caret: Caret | null;
  keywords: ReadonlyMap<string, KeywordView>;
  /** Whether it stays at what it explains; null where there is nothing to stay at. */
  pin: { pinned: boolean; turn: () => void } | null;
}) {
  const [shown, setShown] = useState<'step' | 'uses' | 'history'>('step');
  const row = stop && isRow(stop) ? stop : null;
  const used = caret ? keywordUsed(caret.keyword) : usedAt(stop);
  return (
    <>
      <div className="flex h-9 flex-none items-center border-b border-hair px-3.5">
        <SegmentedChoice
          label="What the lens shows"
          options={[
            { value: 'step', word: row?.kind === 'step' ? `Step ${row.number}` : 'Step' },
            { value: 'uses', word: 'Uses' },
            { value: 'history', word: 'History' },
          ]}
          value={shown}
          onChange={setShown}
        />
        {pin && (
          <button
            type="button"
            aria-pressed={pin.pinned}
            aria-label="Keep explaining this line"
            title={pin.pinned ? 'Follow the cursor again' : 'Keep explaining this line'}
            onClick={pin.turn}
            className={`ml-1.5 grid size-6 place-items-center rounded-chip hover:bg-sunk ${pin.pinned ? 'text-accent' : 'text-ink-3'}`}
          >
            {pin.pinned ? <PinOff size={14} aria-hidden /> : <Pin size={14} aria-hidden />}
          </button>
        )}
      </div>
      <div className="min-h-0 flex-1 overflow-y-auto">
        {shown === 'step' && caret?.inCase && <CaseCard suite={caret.suite} of={caret.inCase} />}
        {shown === 'step' && <StepLens row={row} caret={caret} keywords={keywords} keys={keysIn(document, caret)} />}
        {shown === 'uses' && (
          <div className="px-3.5 py-3">
            {used ? (
              <>
                <h2 className="mb-2">
                  <b className="font-semibold">{used.name}</b> <span className="text-ink-2">{used.word}</span>
                </h2>
                <UsesList {...used} />
              </>
            ) : (
              <p className="text-ink-2">
                Select a step, an element or the head of a block to see where else its keyword, element or block is
                used.
              </p>
            )}
          </div>
        )}
        {shown === 'history' && <HistoryLens document={document} />}
      </div>
    </>
  );
}

/** The kinds of blocks that others name. */
const NAMED = ['keyword', 'page', 'data', 'fixture', 'environment', 'browser', 'suite'];

interface Used {
  kind: string;
  name: string;
  page?: string;
  word: string;
}

const keywordUsed = (name: string | undefined): Used | null =>
  name ? { kind: 'keyword', name, word: 'keyword' } : null;

/** What is under the cursor that can be used elsewhere. */
function usedAt(stop: Stop | null): Used | null {
  if (!stop || stop.kind === 'add') return null;
  const { block } = stop;
  if (stop.kind === 'step') return keywordUsed(stop.step.keyword);
  if (stop.kind === 'cells' && block.kind.word === 'page' && !stop.head) {
    return { kind: 'page', page: block.name, name: textAt(stop, 0), word: `element of ${block.name}` };
  }
  const { word } = block.kind;
  return NAMED.includes(word) ? { kind: word, name: block.name, word: word === 'data' ? 'data set' : word } : null;
}
