import { Play } from 'lucide-react';
import { useState } from 'react';
import { useStartRun } from '@/api/queries';
import type { BlockView } from '@/api/types';
import { Button } from '@/parts/Button';
import { counted } from '@/parts/counted';
import { Outcome } from '@/parts/Outcome';
import { TextPieces } from '@/parts/TextPieces';

/** The head of a case, keyword, page or other block: its name, notes and properties. */
export function BlockHead({ block, suite, first }: { block: BlockView; suite: string; first: boolean }) {
  const start = useStartRun();
  const [wrong, setWrong] = useState<string | null>(null);
  const isCase = block.kind === 'case';
  const tags = block.properties.find((property) => property.word === 'tags')?.value ?? '';
  const others = block.properties.filter((property) => property.word !== 'tags' && property.word !== 'data');
  return (
    <section className={`pr-4 ${first ? 'pt-1' : 'pt-4'}`} aria-label={`${block.kind} ${block.name}`}>
      <div className="flex h-[30px] items-center gap-2.5 pl-3">
        {isCase && <Outcome of={block.last} />}
        {!isCase && <span className="text-small text-ink-3">{block.kind}</span>}
        <h2 className="flex min-w-0 items-center gap-1 truncate text-case font-semibold">
          <TextPieces pieces={block.nameParts} />
        </h2>
        {tags !== '' && (
          <span className="truncate text-[12px] text-ink-2">
            {tags
              .split(/, */)
              .map((tag) => `#${tag}`)
              .join(' ')}
          </span>
        )}
        <span className="flex-1" />
        {isCase && block.exclusionReason && <span className="text-small text-ink-3">{block.exclusionReason}</span>}
        {isCase && block.executableCount > 0 && (
          <Button
            small
            onClick={async () =>
              setWrong(
                await start({ title: block.name, cases: [suite === '' ? block.name : `${suite}/${block.name}`] }),
              )
            }
          >
            <Play size={11} aria-hidden />
            Run {counted(block.executableCount, 'case')}
          </Button>
        )}
      </div>
      {wrong && (
        <p role="alert" className="pl-8 text-failed">
          {wrong}
        </p>
      )}
      {block.note !== '' && <p className="pb-0.5 pl-8 whitespace-pre-line text-ink-2">{block.note}</p>}
      {others.length > 0 && (
        <dl className="flex flex-wrap items-center gap-x-[18px] pb-1 pl-8">
          {others.map((property) => (
            <div key={property.line} className="flex h-5 items-center gap-1.5">
              <dt className="text-small text-ink-3">{property.word}</dt>
              <dd>{property.value}</dd>
            </div>
          ))}
        </dl>
      )}
    </section>
  );
}
