import type { RowView } from '@/api/types';
import { ellipsis } from '@/parts/ellipsis';
import { TextPieces } from './TextPieces';

/** Steps in few words, a line each, for narrow places. */
export function StepLines({ rows }: { rows: readonly RowView[] }) {
  return rows.map((row) => (
    <p key={row.line} ref={ellipsis} className={row.step?.off ? 'opacity-60' : undefined}>
      {row.cells
        .filter((cell) => cell.source !== '')
        .map((cell, place) => (
          <span key={cell.start} className={place === 0 ? 'mr-1.5' : 'mr-1.5 text-ink-2'}>
            <TextPieces pieces={cell.parts} />
          </span>
        ))}
    </p>
  ));
}
