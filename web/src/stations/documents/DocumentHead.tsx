import { Play, Search } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Link } from 'wouter';
import { useStartRun } from '@/api/queries';
import { suitePlanPlace } from '@/app/places';
import { setName, setNote, setProperty } from '@/document/blockEdits';
import type { OpenDocument } from '@/document/openDocument';
import type { Block } from '@/document/structure';
import { valueOffers } from '@/document/suggestions';
import { Button, IconButton } from '@/parts/Button';
import { counted } from '@/parts/counted';
import { ErrorLine } from '@/parts/ErrorLine';
import { ellipsis } from '@/parts/ellipsis';
import { InlineText } from '@/parts/InlineText';
import { SegmentedChoice } from '@/parts/SegmentedChoice';
import type { Ask } from '@/parts/useOffers';
import { type HeadField, headFields } from '@/sheet/heads';

/** The ways to show a document. */
export type Shown = 'table' | 'overview' | 'text';

/** What a document is called, how it is shown, and its run. */
export function DocumentHead({
  document,
  title,
  suite,
  runs,
  shown,
  show,
  find,
  also,
}: {
  document: OpenDocument;
  title: string;
  suite: Block | null;
  /** The suite that runs, and how many executable cases it has; null where there is none. */
  runs: { suite: string; executable: number } | null;
  /** Null where a document can be shown in one way only. */
  shown: Shown | null;
  show: (as: Shown) => void;
  /** Looks for a text in what is shown; without it there is another way. */
  find?: () => void;
  /** Another way to look at what is in the document, such as a reference. */
  also: { word: string; go: () => void } | undefined;
}) {
  const start = useStartRun();
  const [wrong, setWrong] = useState<string | null>(null);
  return (
    <header className="flex-none px-4 pt-2.5 pb-1">
      <div className="flex min-h-7 flex-wrap items-center gap-x-2.5 gap-y-1">
        {/* Where there is not enough room, what one can do goes below the name. */}
        <div className="flex min-w-48 flex-1 items-center gap-2.5">
          {suite ? (
            <InlineText
              as="h1"
              label="Name of the suite"
              text={title}
              className="min-w-0 text-title leading-[26px] font-semibold tracking-[-.1px]"
              onCommit={(text) => document.edit((state) => setName(state, suite.id, text))}
            />
          ) : (
            <h1 ref={ellipsis} className="text-title leading-[26px] font-semibold tracking-[-.1px]">
              {title}
            </h1>
          )}
          {suite ? (
            <InlineText
              as="p"
              label="Note of the suite"
              text={suite.note}
              placeholder="note"
              className="min-w-0 flex-1 self-end pb-0.5 text-ink-2"
              onCommit={(text) => document.edit((state) => setNote(state, suite.id, text))}
            />
          ) : (
            <span ref={ellipsis} className="flex-1 self-end pb-0.5 text-ink-3">
              {title === document.path ? '' : document.path}
            </span>
          )}
        </div>
        <div className="flex items-center gap-2.5">
          {find && (
            <IconButton word="Find and replace (Ctrl F)" onClick={find} className="text-ink-2">
              <Search size={15} aria-hidden />
            </IconButton>
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
          {runs && (
            <Link to={suitePlanPlace(runs.suite)} className="whitespace-nowrap font-medium text-accent hover:underline">
              Show what will run
            </Link>
          )}
          {runs && runs.executable > 0 && (
            <Button
              kind="main"
              onClick={async () => setWrong(await start({ title: runs.suite, suites: [runs.suite] }))}
            >
              <Play size={13} aria-hidden />
              Run {counted(runs.executable, 'case')}
            </Button>
          )}
        </div>
      </div>
      <ErrorLine text={wrong} />
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
          <div key={`${field.word} ${field.place}`} className="flex max-w-full items-center gap-1.5 whitespace-nowrap">
            <dt className={`text-small text-ink-3 ${field.text === '' ? 'sr-only' : ''}`}>{field.word}</dt>
            <SuiteProperty document={document} suite={suite.id} field={field} />
          </div>
        ))}
    </dl>
  );
}

function SuiteProperty({ document, suite, field }: { document: OpenDocument; suite: number; field: HeadField }) {
  const { word, text, place } = field;
  const ask = useMemo<Ask>(
    () => (typed, late) => valueOffers(document, suite, word, typed, late),
    [document, suite, word],
  );
  return (
    <InlineText
      as="dd"
      label={`${word} of the suite`}
      text={text}
      placeholder={word}
      shown={word === 'tags' && text !== '' ? hashed(text) : undefined}
      className={`min-w-0 ${word === 'tags' ? 'text-[12px] text-ink-2' : ''}`}
      ask={ask}
      onCommit={(typed) => document.edit((state) => setProperty(state, suite, word, typed, place))}
    />
  );
}

const hashed = (tags: string) =>
  tags
    .split(/, */)
    .map((tag) => `#${tag}`)
    .join(' ');
