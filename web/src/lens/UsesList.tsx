import { Link } from 'wouter';
import { useUses } from '@/api/queries';
import type { UseView } from '@/api/types';
import { documentPlace } from '@/app/places';
import { counted } from '@/parts/counted';
import { ellipsis } from '@/parts/ellipsis';
import { Outcome } from '@/parts/Outcome';
import { TextPieces } from '@/parts/TextPieces';
import { Wrong } from '@/parts/Wrong';

const MOST = 60;

/** Where something is named, each place with the last outcome of its case. */
export function UsesList({
  kind,
  name,
  page,
  columns = 1,
  word = 'use',
}: {
  kind: string;
  name: string;
  /** The page of an element. */
  page?: string;
  columns?: 1 | 2;
  /** What one of them is called. */
  word?: string;
}) {
  const { data, error, refetch } = useUses(kind, name, page);
  const uses = (data ?? []).filter((use) => !use.declares);
  return (
    <section aria-label={`Uses of ${name}`}>
      <h3 className="flex items-baseline gap-2">
        <span className="font-semibold">Uses</span>
        <span className="text-ink-3">
          {data && (uses.length === 0 ? 'nobody uses it' : `${counted(uses.length, word)} in ${blocksInWords(uses)}`)}
        </span>
      </h3>
      <Wrong what="Where it is used" error={error} again={refetch} />
      <ul className={columns === 2 ? 'grid grid-cols-2 gap-x-6' : ''}>
        {uses.slice(0, MOST).map((use) => (
          <li key={`${use.path} ${use.line} ${use.where}`}>
            <Link
              to={documentPlace(use.path, { line: use.line })}
              className="flex h-[26px] items-center gap-2 border-b border-hair hover:bg-sunk"
              title={`${use.path}, line ${use.line}`}
            >
              <span className="w-4 flex-none">{use.kind === 'case' && <Outcome of={use.last} size={12} />}</span>
              <span ref={ellipsis} className="flex-1">
                <TextPieces pieces={use.title} />
              </span>
              <span className="whitespace-nowrap text-small text-ink-3">{use.where || use.kind}</span>
            </Link>
          </li>
        ))}
      </ul>
      {uses.length > MOST && <p className="pt-1 text-ink-3">and {uses.length - MOST} more</p>}
    </section>
  );
}

/** The blocks that these places are in, by kind: 3 cases and 1 keyword. */
function blocksInWords(uses: readonly UseView[]): string {
  const blocks = new Map<string, Set<string>>();
  for (const use of uses) {
    const kind = use.kind === 'data' ? 'data set' : use.kind;
    const title = use.title.map((piece) => piece.text).join('');
    blocks.set(kind, (blocks.get(kind) ?? new Set()).add(`${use.path} ${title}`));
  }
  const parts = [...blocks].map(([kind, titles]) => counted(titles.size, kind));
  return parts.length > 1 ? `${parts.slice(0, -1).join(', ')} and ${parts.at(-1)}` : (parts[0] ?? '');
}
