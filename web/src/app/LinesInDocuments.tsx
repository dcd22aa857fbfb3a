import { Command as Palette } from 'cmdk';
import { useDeferredValue } from 'react';
import { useLocation } from 'wouter';
import { useLinesWith } from '@/api/queries';
import { counted } from '@/parts/counted';
import { ellipsis } from '@/parts/ellipsis';
import { linePlace } from './places';

/** Shorter texts stand in nearly every line. */
const LEAST_TYPED = 2;

/** The lines of all documents that hold what is typed, each leading to its place. */
export function LinesInDocuments({ typed, className, close }: { typed: string; className: string; close: () => void }) {
  const [, go] = useLocation();
  const text = useDeferredValue(typed.trim());
  const long = text.length >= LEAST_TYPED;
  const { data, error } = useLinesWith(long ? text : '');
  if (error) {
    return (
      <p role="alert" className="px-4 py-2 text-failed">
        The documents could not be looked through: {error.message}
      </p>
    );
  }
  if (!long || !data || data.count === 0) return null;
  const { lines, count } = data;
  return (
    <Palette.Group
      heading={`in ${counted(count, 'line')} of documents${count > lines.length ? `; here the first ${lines.length}` : ''}`}
      className="mt-1 border-t border-hair [&>[cmdk-group-heading]]:px-4 [&>[cmdk-group-heading]]:pt-2 [&>[cmdk-group-heading]]:pb-1 [&>[cmdk-group-heading]]:text-small [&>[cmdk-group-heading]]:font-semibold [&>[cmdk-group-heading]]:text-ink-3"
    >
      {lines.map((line) => (
        <Palette.Item
          key={`${line.path} ${line.line}`}
          value={`${line.path} ${line.line}`}
          title={`${line.path}, line ${line.line}`}
          onSelect={() => {
            close();
            go(linePlace(line.path, line.line));
          }}
          className={className}
        >
          <span ref={ellipsis} className="flex-1 font-mono text-value">
            {line.text}
          </span>
          <span ref={ellipsis} className="max-w-[40%] text-small text-ink-3">
            {line.title || line.path}
          </span>
        </Palette.Item>
      ))}
    </Palette.Group>
  );
}
