import { useState } from 'react';
import type { KeywordView } from '@/api/types';
import type { OpenDocument } from '@/document/openDocument';
import { SegmentedChoice } from '@/parts/SegmentedChoice';
import type { RowItem } from '@/sheet/items';
import { HistoryLens } from './HistoryLens';
import { StepLens } from './StepLens';

/** Explains what is selected, or tells the document's history. */
export function DocumentLens({
  document,
  row,
  keywords,
}: {
  document: OpenDocument;
  row: RowItem | null;
  keywords: ReadonlyMap<string, KeywordView>;
}) {
  const [shown, setShown] = useState<'step' | 'history'>('step');
  return (
    <>
      <div className="flex h-9 flex-none items-center border-b border-hair px-3.5">
        <SegmentedChoice
          label="What the lens shows"
          options={[
            { value: 'step', word: row?.kind === 'step' ? `Step ${row.number}` : 'Step' },
            { value: 'history', word: 'History' },
          ]}
          value={shown}
          onChange={setShown}
        />
      </div>
      <div className="min-h-0 flex-1 overflow-y-auto">
        {shown === 'step' ? <StepLens row={row} keywords={keywords} /> : <HistoryLens document={document} />}
      </div>
    </>
  );
}
