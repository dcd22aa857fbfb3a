import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { type ReactNode, useEffect, useState } from 'react';
import { Link, useLocation } from 'wouter';
import { get, inAddress, post } from '@/api/client';
import type { Decision, IntakeView, SentenceView } from '@/api/types';
import { useCrumbs } from '@/app/crumbs';
import { INTAKE, intakePlace } from '@/app/places';
import { Columns } from '@/parts/Columns';
import { ellipsis } from '@/parts/ellipsis';
import { Wrong } from '@/parts/Wrong';
import { IntakeHead } from './IntakeHead';
import { ScenarioTable } from './ScenarioTable';
import { SentenceLens } from './SentenceLens';
import { DropArea, TakeIn } from './TakeIn';

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
  const contents = { name: 'Contents', content: <Sheets open={path} sheets={sheets ?? []} taken={refetch} /> };
  if (path !== '') return <Sheet key={path} path={path} contents={contents} />;
  return (
    <Columns station="intake" contents={contents} lens={null}>
      <Wrong what="The sheets" error={error} again={refetch} />
      {sheets?.length === 0 && (
        <DropArea taken={refetch}>
          <p className="mb-2 text-title leading-[26px] font-semibold">Manual scenarios</p>
          <p className="mb-4 text-ink-2">
            Drop a spreadsheet of them here (XLSX, ODS, CSV or TSV): one scenario a row, with its title, steps and what
            is expected. Every sentence is compared with your keywords, and becomes a step or tells which keyword is
            missing.
          </p>
        </DropArea>
      )}
    </Columns>
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
  const [chosen, setChosen] = useState<string | null>(null);
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const decide = useMutation({
    mutationFn: (what: { mapping?: Record<string, string>; decisions?: Decision[] }) =>
      post<IntakeView>('/api/intake', { path, ...what }),
    onSuccess: (view) => queries.setQueryData(key, view),
  });
  useCrumbs([{ word: 'Intake', to: INTAKE }, { word: nameOf(path) }]);
  const sentence = sheet?.scenarios.flatMap((each) => each.sentences).find((each) => each.text === chosen);
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
          />
          {sheet.broken ? (
            <p role="alert" className="mx-4 bg-error-wash px-3 py-1.5">
              {sheet.broken}
            </p>
          ) : (
            <ScenarioTable
              sheet={sheet}
              chosen={chosen}
              choose={setChosen}
              say={say}
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

/** The name of a sheet without its folder and ending. */
const nameOf = (path: string) => path.replace(/^intake\//, '').replace(/\.[a-z]+$/, '');

function Sheets({ open, sheets, taken }: { open: string; sheets: readonly string[]; taken: () => void }) {
  return (
    <>
      <div className="border-b border-hair px-2.5 py-2">
        <TakeIn taken={taken} />
      </div>
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
