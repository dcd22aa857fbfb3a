import { useInfiniteQuery, useQuery, useQueryClient } from '@tanstack/react-query';
import { useLocation } from 'wouter';
import { chosenEnvironments } from '@/app/chosenEnvironment';
import { runPlace } from '@/app/places';
import { authorName } from '@/document/author';
import { reasonOf } from '@/parts/attempt';
import { get, post, put } from './client';
import type {
  BlockNode,
  CaseRunView,
  ComparisonView,
  ExecutablesView,
  ExecutableView,
  FindingsView,
  FoundLines,
  KeywordView,
  PathProblems,
  PlanView,
  ProjectView,
  RepeatView,
  RunCasesView,
  RunDetailView,
  RunRequest,
  RunView,
  SavedPlanView,
  StepRunView,
  TreeView,
  UseView,
} from './types';

export const useProject = () => useQuery({ queryKey: ['project'], queryFn: () => get<ProjectView>('/api/project') });
export const useTree = () => useQuery({ queryKey: ['tree'], queryFn: () => get<TreeView>('/api/tree') });
export const useProblems = () =>
  useQuery({ queryKey: ['problems'], queryFn: () => get<PathProblems[]>('/api/problems') });
export const useKeywords = () =>
  useQuery({ queryKey: ['keywords'], queryFn: () => get<KeywordView[]>('/api/keywords') });

/** The lines of all documents that hold a text. */
export const useLinesWith = (text: string) =>
  useQuery({
    queryKey: ['lines', text],
    queryFn: () => get<FoundLines>(`/api/lines?text=${encodeURIComponent(text)}`),
    placeholderData: (before) => before,
    // Edits do not tell that these are others now.
    staleTime: 0,
    enabled: text !== '',
  });

export const useBlocks = () => useQuery({ queryKey: ['blocks'], queryFn: () => get<BlockNode[]>('/api/blocks') });
export const useRepeats = () => useQuery({ queryKey: ['repeats'], queryFn: () => get<RepeatView[]>('/api/repeats') });

/** Where something is named; an element with the page that has it. */
export function useUses(kind: string, name: string, page?: string) {
  const query = new URLSearchParams({ kind, name, ...(page ? { page } : {}) });
  return useQuery({
    queryKey: ['uses', kind, name, page],
    queryFn: () => get<UseView[]>(`/api/uses?${query}`),
    enabled: name !== '',
  });
}

export const usePlans = () => useQuery({ queryKey: ['plans'], queryFn: () => get<SavedPlanView[]>('/api/plans') });

/** Further executable cases of the case at a place of a plan. */
export const fetchExecutables = async (query: string, index: number, from: number): Promise<ExecutableView[]> =>
  (await get<ExecutablesView>(`/api/plan/executables?${query}&index=${index}&from=${from}`)).executables;

export function usePlan(query: string) {
  return useQuery({
    queryKey: ['plan', query],
    queryFn: () => get<PlanView>(`/api/plan?${query}`),
    placeholderData: (before) => before,
  });
}

export const useRuns = () => useQuery({ queryKey: ['runs'], queryFn: () => get<RunView[]>('/api/runs') });
export const useRun = (run: number | null) =>
  useQuery({
    queryKey: ['runs', run],
    queryFn: () => get<RunDetailView>(`/api/runs/${run}`),
    enabled: run !== null,
  });

/** How often the counts of a run are asked for that has too many cases to be followed one by one. */
const COUNTS_MILLIS = 1_000;
export const useRunCounts = (run: number, wanted: boolean) =>
  useQuery({
    queryKey: ['runs', run],
    queryFn: () => get<RunDetailView>(`/api/runs/${run}`),
    refetchInterval: wanted ? COUNTS_MILLIS : false,
    enabled: wanted,
  });

const CASES_ON_A_PAGE = 200;

/** The cases of a run, what did not pass first, fetched as far as they are looked at. */
export const useCasesOfRun = (run: number, filter: { text: string; outcome: string }) =>
  useInfiniteQuery({
    queryKey: ['runs', run, 'cases', filter],
    queryFn: ({ pageParam }) =>
      get<RunCasesView>(
        `/api/runs/${run}/cases?${new URLSearchParams({ ...filter, from: String(pageParam), limit: String(CASES_ON_A_PAGE) })}`,
      ),
    initialPageParam: 0,
    getNextPageParam: ({ from, cases, total }) => (from + cases.length < total ? from + cases.length : undefined),
    placeholderData: (before) => before,
  });

/** What did not pass in a run, by cause. */
export const useFindings = (run: number, there = true) =>
  useQuery({
    queryKey: ['runs', run, 'findings'],
    queryFn: () => get<FindingsView>(`/api/runs/${run}/findings`),
    enabled: there,
  });

/** What became of a run's cases since the last run that had them. */
export const useComparison = (run: number) =>
  useQuery({
    queryKey: ['runs', run, 'comparison'],
    queryFn: () => get<ComparisonView>(`/api/runs/${run}/comparison`),
  });

/** Decides what a finding is; without a word it is undecided again. */
export function useDecide(run: number) {
  const queries = useQueryClient();
  return async (finding: string, verdict: string) => {
    await put(`/api/runs/${run}/findings/${finding}/verdict`, { verdict, author: authorName() });
    await queries.invalidateQueries({ queryKey: ['runs', run, 'findings'] });
  };
}

export const useCaseOfRun = (run: number | null, number: number | null) =>
  useQuery({
    queryKey: ['runs', run, number],
    queryFn: () => get<CaseRunView>(`/api/runs/${run}/cases/${number}`),
    enabled: run !== null && number !== null,
  });

/** Some of the steps inside another one, for which a case is too long; `parent` 0 is the case itself. */
export const stepsOfCase = (run: number, number: number, parent: number, from: number, limit: number) =>
  get<StepRunView[]>(
    `/api/runs/${run}/cases/${number}/steps?${new URLSearchParams({ parent: `${parent}`, from: `${from}`, limit: `${limit}` })}`,
  );

/** Starts a run and goes to it; gives why not, where it cannot. */
export function useStartRun() {
  const queries = useQueryClient();
  const [, go] = useLocation();
  const { data: project } = useProject();
  return async (what: RunRequest): Promise<string | null> => {
    try {
      const named =
        (what.environments ?? []).length > 0 || (what.identities ?? []).length > 0 || what.again !== undefined;
      const environments = named ? [] : chosenEnvironments(project?.environments ?? []);
      const run = await post<RunView>('/api/runs', environments.length > 0 ? { ...what, environments } : what);
      await queries.invalidateQueries({ queryKey: ['runs'], exact: true });
      go(runPlace(run.id));
      return null;
    } catch (refused) {
      return reasonOf(refused);
    }
  };
}

export const pauseRun = (run: number, wait: boolean) =>
  post<void>(`/api/runs/${run}/${wait ? 'pause' : 'continue'}`, {});
export const stopRun = (run: number) => post<void>(`/api/runs/${run}/stop`, {});
