import { later } from '@/parts/later';

export const CasesStation = later(() => import('@/stations/cases/CasesStation').then((m) => m.CasesStation));
export const DataStation = later(() => import('@/stations/data/DataStation').then((m) => m.DataStation));
export const EnvironmentsStation = later(() =>
  import('@/stations/environments/EnvironmentsStation').then((m) => m.EnvironmentsStation),
);
export const FixturesStation = later(() =>
  import('@/stations/fixtures/FixturesStation').then((m) => m.FixturesStation),
);
export const IntakeStation = later(() => import('@/stations/intake/IntakeStation').then((m) => m.IntakeStation));
export const KeywordsStation = later(() =>
  import('@/stations/keywords/KeywordsStation').then((m) => m.KeywordsStation),
);
export const PagesStation = later(() => import('@/stations/pages/PagesStation').then((m) => m.PagesStation));
export const PlanStation = later(() => import('@/stations/plan/PlanStation').then((m) => m.PlanStation));
export const RunsStation = later(() => import('@/stations/runs/RunsStation').then((m) => m.RunsStation));

const BY_PLACE: Record<string, { load: () => Promise<unknown> }> = {
  cases: CasesStation,
  data: DataStation,
  environments: EnvironmentsStation,
  fixtures: FixturesStation,
  intake: IntakeStation,
  keywords: KeywordsStation,
  pages: PagesStation,
  plan: PlanStation,
  runs: RunsStation,
};

/** Lets the station of an address come ahead. */
export const loadStation = (pathname: string): Promise<unknown> =>
  BY_PLACE[pathname.split('/')[1] ?? '']?.load() ?? Promise.resolve();
