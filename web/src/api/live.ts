import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useReducer, useRef } from 'react';
import { whenNobodyTypes } from '@/parts/typingPause';
import { whenQuiet } from '@/parts/whenQuiet';
import { live } from './socket';
import type { Outcome, Planned, ProjectView, RunEventUnion } from './types';

/** Lists of the whole project are fetched anew once changes pause for a moment, and now and then where they do not. */
const LISTS_QUIET_MILLIS = 400;
const LISTS_LONGEST_MILLIS = 4_000;

/** What is worked out from documents. */
const OF_DOCUMENTS = [
  'project',
  'tree',
  'problems',
  'keywords',
  'plan',
  'plans',
  'blocks',
  'repeats',
  'uses',
  'data',
  'order',
  'row',
  'environments',
  'page',
  'intake',
];

/** Fetches anew what changed on the server, as it says so. */
export function useChanges() {
  const queries = useQueryClient();
  useEffect(() => {
    const waiting = new Set<string>();
    let server = '';
    const fetchLists = async () => {
      // They are of the whole project, and nobody who types on looks at them.
      await whenNobodyTypes(LISTS_LONGEST_MILLIS, LISTS_QUIET_MILLIS);
      for (const key of waiting) queries.invalidateQueries({ queryKey: [key] });
      waiting.clear();
    };
    const lists = whenQuiet(fetchLists, LISTS_QUIET_MILLIS, LISTS_LONGEST_MILLIS);
    const stale = (...keys: string[]) => {
      for (const key of keys) waiting.add(key);
      lists.call();
    };
    const stop = live.listen((message) => {
      switch (message.live) {
        case 'welcome':
          // Whatever was told while nobody listened is asked for.
          if (server !== '') stale('runs', ...OF_DOCUMENTS);
          server = message.server;
          break;
        case 'checked':
          queries.setQueryData<ProjectView>(['project'], (known) => known && { ...known, problems: message.problems });
          stale(...OF_DOCUMENTS);
          break;
        case 'folder':
          stale('project');
          break;
        case 'documents':
          stale('removed', ...OF_DOCUMENTS);
          break;
        case 'runs':
          queries.invalidateQueries({ queryKey: ['runs'] });
          stale('project', 'tree', 'plan', 'outcomes', 'uses', 'order', 'environments');
          break;
      }
    });
    return () => {
      lists.stop();
      stop();
    };
  }, [queries]);
}

/** Of a run with more cases only those that run and some others are held. */
const MANY_CASES = 2_000;
const HELD_OF_MANY = 600;
const LAST_OF_A_WORKER = 30;

/** A worker with what it is at, how many it has done, and the last of these. */
export interface Lane {
  worker: number;
  number: number | null;
  steps: string[];
  began: number;
  doneCount: number;
  done: { number: number; outcome: Outcome }[];
}

export interface LiveCase {
  planned: Planned;
  outcome?: Outcome;
  running: boolean;
  message: string;
  ended: number;
}

/** A run as its events told it so far. */
export interface LiveRun {
  /** How many cases there are; they may be planned as it goes. */
  total: number;
  cases: LiveCase[];
  lanes: Lane[];
  began: number;
  over: boolean;
  /** How many events it was made from. */
  known: number;
}

const nothing: LiveRun = { total: 0, cases: [], lanes: [], began: 0, over: false, known: 0 };

/** Whether a run has too many cases for every one to be drawn. */
export const hasMany = (total: number) => total > MANY_CASES;

/** What a run is after one more event. */
export function afterEvent(run: LiveRun, event: RunEventUnion): LiveRun {
  const at = Date.parse(event.at);
  switch (event.event) {
    case 'run started':
      return { ...nothing, total: event.total, lanes: lanesOf(event.workers), began: at, known: run.known };
    case 'cases planned':
      return { ...run, cases: held(run.total, [...run.cases, ...event.cases.map(waiting)]) };
    case 'case started': {
      // The beginning of a run that has many is missed by who comes later.
      const lanes =
        run.lanes.length < event.worker ? [...run.lanes, ...lanesOf(event.worker)].slice(0, event.worker) : run.lanes;
      return {
        ...run,
        cases: run.cases.map((c) => (c.planned.number === event.number ? { ...c, running: true } : c)),
        lanes: lanes.map((lane) =>
          lane.worker === event.worker ? { ...lane, number: event.number, steps: [], began: at } : lane,
        ),
      };
    }
    case 'step started':
      return onLane(run, event.number, (lane) => ({ ...lane, steps: [...lane.steps, event.keyword] }));
    case 'step finished':
      return onLane(run, event.number, (lane) => ({ ...lane, steps: lane.steps.slice(0, -1) }));
    case 'case finished':
      return {
        ...onLane(run, event.number, (lane) => ({
          ...lane,
          number: null,
          steps: [],
          doneCount: lane.doneCount + 1,
          done: [...lane.done.slice(1 - LAST_OF_A_WORKER), { number: event.number, outcome: event.outcome }],
        })),
        cases: run.cases.map((c) =>
          c.planned.number === event.number
            ? { ...c, outcome: event.outcome, running: false, message: event.failure?.message ?? '', ended: at }
            : c,
        ),
      };
    case 'run finished':
      return { ...run, over: true };
    default:
      return run;
  }
}

const lanesOf = (workers: number): Lane[] =>
  Array.from({ length: workers }, (_, i) => ({
    worker: i + 1,
    number: null,
    steps: [],
    began: 0,
    doneCount: 0,
    done: [],
  }));

const waiting = (planned: Planned): LiveCase => ({ planned, running: false, message: '', ended: 0 });

/** In the order of their numbers; of many those that run, and the last of the others. */
function held(total: number, cases: LiveCase[]): LiveCase[] {
  const sorted = cases.toSorted((a, b) => a.planned.number - b.planned.number);
  if (!hasMany(total) || sorted.length <= HELD_OF_MANY) return sorted;
  const dropped = sorted.length - HELD_OF_MANY;
  return sorted.filter((one, place) => one.running || place >= dropped);
}

function onLane(run: LiveRun, number: number, change: (lane: Lane) => Lane): LiveRun {
  return { ...run, lanes: run.lanes.map((lane) => (lane.number === number ? change(lane) : lane)) };
}

/** What a run is after events of which some may be known already, and some before them missing. */
function afterEvents(run: LiveRun, from: number, events: RunEventUnion[]): LiveRun {
  return {
    ...events.slice(Math.max(0, run.known - from)).reduce(afterEvent, run),
    known: Math.max(run.known, from + events.length),
  };
}

/** Follows a run while it goes; of one that has many cases some events may be passed over. */
export function useLiveRun(run: number | null, going: boolean, total: number): LiveRun {
  const [state, dispatch] = useReducer(
    (before: LiveRun, news: { from: number; events: RunEventUnion[] } | null) =>
      news === null
        ? { ...nothing, total }
        : news.from > before.known && !hasMany(total)
          ? before
          : afterEvents(before, news.from, news.events),
    { ...nothing, total },
  );
  const known = useRef(0);
  known.current = state.known;
  const queries = useQueryClient();
  useEffect(() => {
    if (run === null || !going) return;
    dispatch(null);
    known.current = 0;
    const unwatch = live.watchRun(run, () => known.current);
    const stop = live.listen((message) => {
      if (message.live === 'events' && message.run === run) dispatch({ from: message.from, events: message.events });
      if (message.live === 'over' && message.run === run) queries.invalidateQueries({ queryKey: ['runs'] });
    });
    return () => {
      stop();
      unwatch();
    };
  }, [run, going, queries]);
  return state;
}
