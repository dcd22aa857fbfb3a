import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { type ReactNode, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { Link, useLocation } from 'wouter';
import { get, inAddress, post } from '@/api/client';
import type { Decision, IntakeView, SentenceView } from '@/api/types';
import { useCrumbs } from '@/app/crumbs';
import { INTAKE, intakePlace } from '@/app/places';
import { Columns } from '@/parts/Columns';
import { DropArea } from '@/parts/DropArea';
import { ellipsis } from '@/parts/ellipsis';
import { Wrong } from '@/parts/Wrong';
import { IntakeHead } from './IntakeHead';
import { IntakeTable } from './IntakeTable';
import { EVERYTHING, type IntakeLine, intakeLines } from './intakeLines';
import { SentenceLens } from './SentenceLens';
import { enterStep } from './StepFields';
import { TakeIn } from './TakeIn';
import { useTakeIn } from './useTakeIn';

/** Manual scenarios from spreadsheets: what can be said already, and draft cases made of them. */
export function IntakeStation({ path }: { path: string }) {
  const {
    data: sheets,
    error,
    refetch,
  } = useQuery({
    queryKey: ['intake'],
    queryFn: () => get<string[]>('/api/intake'),
  });
  const [, go] = useLocation();
  const first = sheets?.[0];
  useEffect(() => {
    if (path === '' && first) go(intakePlace(first), { replace: true });
  }, [path, first, go]);
  const { take, wrong } = useTakeIn(sheets ?? [], refetch);
  const contents = {
    name: 'Contents',
    content: <Sheets open={path} sheets={sheets ?? []} add={<TakeIn take={take} wrong={wrong} />} />,
  };
  return (
    <DropArea says="Take in as a sheet of manual scenarios" take={take}>
      {path !== '' ? (
        <Sheet key={path} path={path} contents={contents} />
      ) : (
        <Columns station="intake" contents={contents} lens={null}>
          <Wrong what="The sheets" error={error} again={refetch} />
          {sheets?.length === 0 && (
            <div className="m-auto max-w-[460px] text-center">
              <p className="mb-2 text-title leading-[26px] font-semibold">Manual scenarios</p>
              <p className="text-ink-2">
                Drop a spreadsheet of them here (XLSX, ODS, CSV or TSV), or paste its rows with their headings (Ctrl V):
                one scenario a row, with its title, steps and what is expected. Every sentence is compared with your
                keywords, and becomes a step or tells which keyword is missing.
              </p>
            </div>
          )}
        </Columns>
      )}
    </DropArea>
  );
}

function Sheet({ path, contents }: { path: string; contents: { name: string; content: ReactNode } }) {
  const key = ['intake', path];
  const {
    data: sheet,
    error,
    refetch,
  } = useQuery({
    queryKey: key,
    queryFn: () => get<IntakeView>(`/api/intake/${inAddress(path)}`),
  });
  const queries = useQueryClient();
  const [shown, setShown] = useState(EVERYTHING);
  const [cursor, setCursor] = useState({ key: '', place: -1 });
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const table = useRef<HTMLDivElement>(null);
  const step = useRef<HTMLFormElement>(null);
  const decide = useMutation({
    mutationFn: (what: { mapping?: Record<string, string>; decisions?: Decision[] }) =>
      post<IntakeView>('/api/intake', { path, ...what }),
    onSuccess: (view) => queries.setQueryData(key, view),
  });
  useCrumbs([{ word: 'Intake', to: INTAKE }, { word: nameOf(path) }]);
  const lines = useMemo(() => intakeLines(sheet?.scenarios ?? [], shown), [sheet, shown]);
  const at = placeOf(lines, cursor);
  const line = lines[at];
  const sentence = line?.kind === 'sentence' ? line.sentence : undefined;
  const goTo = useCallback((place: number) => setCursor({ key: lines[place]?.key ?? '', place }), [lines]);
  const say = (of: SentenceView, cells: string[] | undefined) =>
    decide.mutate({ decisions: [{ sentence: of.text, cells }] });
  return (
    <Columns
      station="intake"
      contents={contents}
      lens={{
        name: 'Lens',
        content: (
          <SentenceLens
            sentence={sentence}
            step={step}
            leave={() => table.current?.focus({ preventScroll: true })}
            say={(cells) => sentence && say(sentence, cells)}
            undo={() => sentence && decide.mutate({ decisions: [{ sentence: sentence.text, undecided: true }] })}
          />
        ),
      }}
    >
      <Wrong what="The sheet" error={error ?? decide.error} again={refetch} />
      {sheet && (
        <>
          <IntakeHead
            sheet={sheet}
            name={nameOf(path)}
            keys={sheet.scenarios.filter((each) => !each.covered && !left.has(each.key)).map((each) => each.key)}
            map={(mapping) => decide.mutate({ mapping })}
            shown={shown}
            show={setShown}
          />
          {sheet.broken && (
            <p role="alert" className="mx-4 bg-error-wash px-3 py-1.5">
              {sheet.broken}
            </p>
          )}
          {!sheet.broken && lines.length === 0 && (
            <p className="px-4 py-3 text-ink-2">
              {sheet.scenarios.length === 0
                ? 'No scenario is found. Say above which column has the title and which the steps.'
                : 'Nothing found.'}
            </p>
          )}
          {!sheet.broken && lines.length > 0 && (
            <IntakeTable
              lines={lines}
              at={at}
              goTo={goTo}
              say={say}
              correct={() => enterStep(step.current)}
              ref={table}
              left={left}
              setLeft={(scenario, leave) => {
                const next = new Set(left);
                if (leave) next.add(scenario);
                else next.delete(scenario);
                setLeft(next);
              }}
            />
          )}
        </>
      )}
    </Columns>
  );
}

/** Where the cursor is among the lines; beside where it was, if its line is shown no more. */
function placeOf(lines: readonly IntakeLine[], { key, place }: { key: string; place: number }): number {
  if (place < 0) return -1;
  const found = lines[place]?.key === key ? place : lines.findIndex((line) => line.key === key);
  return found >= 0 ? found : Math.min(place, lines.length - 1);
}

/** The name of a sheet without its folder and ending. */
const nameOf = (path: string) => path.replace(/^intake\//, '').replace(/\.[a-z]+$/, '');

function Sheets({ open, sheets, add }: { open: string; sheets: readonly string[]; add: ReactNode }) {
  return (
    <>
      <div className="border-b border-hair px-2.5 py-2">{add}</div>
      <nav aria-label="Sheets" className="flex-1 overflow-y-auto pt-1 pb-9">
        <h2 className="flex h-[26px] items-end pb-1 pl-3 text-small font-semibold text-ink-3">Sheets</h2>
        {sheets.map((path) => (
          <Link
            key={path}
            to={intakePlace(path)}
            aria-current={path === open ? 'page' : undefined}
            title={path}
            ref={ellipsis}
            className="flex h-[26px] items-center pr-2.5 pl-[25px] hover:bg-sunk aria-[current]:bg-select aria-[current]:font-semibold aria-[current]:shadow-[inset_2px_0_var(--select-edge)]"
          >
            {nameOf(path)}
          </Link>
        ))}
        {sheets.length === 0 && <p className="px-3 py-2 text-ink-2">No sheet yet.</p>}
      </nav>
    </>
  );
}
