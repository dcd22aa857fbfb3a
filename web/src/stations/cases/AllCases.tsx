import { useMemo } from 'react';
import type { TreeView } from '@/api/types';
import { useCrumbs } from '@/app/crumbs';
import { ALL_CASES, CASES } from '@/app/places';
import { isFeature } from '@/document/kinds';
import { useDocuments } from '@/document/useDocument';
import { nameKey } from '@/document/words';
import { Columns } from '@/parts/Columns';
import { counted } from '@/parts/counted';
import { ErrorStrip } from '@/parts/ErrorLine';
import { Overview } from '@/sheet/Overview';
import { CasesTree } from './CasesTree';

const keyOf = (path: string, name: string) => `${path}\n${nameKey(name)}`;

/** The cases of all suites as one table. */
export function AllCases({ tree }: { tree: TreeView | undefined }) {
  useCrumbs([{ word: 'Cases', to: CASES }, { word: 'All cases' }]);
  const suites = useMemo(() => (tree?.suites ?? []).filter(({ path }) => !isFeature(path)), [tree]);
  const { documents, left, wrong } = useDocuments(useMemo(() => suites.map(({ path }) => path), [suites]));
  const runs = useMemo(
    () => new Map(suites.flatMap(({ path, cases }) => cases.map((one) => [keyOf(path, one.name), one] as const))),
    [suites],
  );
  return (
    <Columns station="cases" contents={{ name: 'Contents', content: <CasesTree open={ALL_CASES} /> }} lens={null}>
      <header className="flex flex-none items-baseline gap-3 px-4 pt-2.5">
        <h1 className="text-title leading-[26px] font-semibold">All cases</h1>
        <p role="status" className="text-ink-2">
          {!tree || (left > 0 && !wrong)
            ? `${tree ? counted(left, 'suite') : 'The suites are'} still to come …`
            : `of ${counted(documents.length, 'suite')}; scenarios of features are edited in their text`}
        </p>
      </header>
      <ErrorStrip text={wrong} className="mx-4" />
      <Overview
        documents={documents}
        suites
        runsOf={({ document, cells }) => runs.get(keyOf(document.path, cells[0] ?? ''))}
      />
    </Columns>
  );
}
