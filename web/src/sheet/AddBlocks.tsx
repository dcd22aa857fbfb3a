import { useMemo } from 'react';
import { structure } from '@/document/structure';
import { LinkButton } from '@/parts/Button';
import { addBlock } from './blockActions';
import type { SheetSession } from './session';

/** What a document of these blocks can have more of. */
const ALSO: Record<string, string[]> = {
  suite: ['case', 'keyword'],
  case: ['case', 'keyword'],
  keyword: ['keyword'],
  page: ['page'],
  data: ['data'],
  environment: ['environment'],
  browser: ['browser'],
  fixture: ['fixture'],
  plan: ['plan'],
};

/** Adds a block behind the last one, with its name under the cursor. */
export function AddBlocks({ session, focus }: { session: SheetSession; focus: () => void }) {
  const { blocks } = structure(session.document.state);
  const there = useMemo(() => new Set(blocks.map((block) => block.kind.word)), [blocks]);
  const kinds = [...new Set([...there].flatMap((word) => ALSO[word] ?? []))];
  const offered = kinds.length > 0 ? kinds : ['case', 'keyword', 'page', 'data'];
  return (
    <div className="flex flex-none items-center gap-4 border-t border-hair px-4 py-1">
      {offered.map((kind) => (
        <LinkButton
          key={kind}
          onClick={() => {
            addBlock(session, kind, `New ${kind}`, null);
            focus();
          }}
        >
          + {kind === 'data' ? 'data set' : kind}
        </LinkButton>
      ))}
    </div>
  );
}
