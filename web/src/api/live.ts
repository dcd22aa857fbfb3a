import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useReducer } from 'react';
import type { Outcome, Planned, RunEventUnion } from './types';

/** Fetches anew what changed on the server, as it says so. */
export function useChanges() {
  const queries = useQueryClient();
  useEffect(() => {
    const stream = new EventSource('/api/changes');
    stream.addEventListener('change', (message) => {
      if (message.data === 'runs') {
        queries.invalidateQueries({ queryKey: ['runs'] });
        queries.invalidateQueries({ queryKey: ['project'] });
        queries.invalidateQueries({ queryKey: ['tree'] });
        queries.invalidateQueries({ queryKey: ['document'] });
        queries.invalidateQueries({ queryKey: ['plan'] });
      } else {
        for (const key of ['project', 'tree', 'problems', 'keywords', 'plan']) {
          queries.invalidateQueries({ queryKey: [key] });
        }
      }
    });
    return () => stream.close();
  }, [queries]);
}

/** A worker with what it is at. */
export interface Lane {
  worker: number;
  number: number | null;
  steps: string[];
  began: number;
  done: number[];
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
  cases: LiveCase[];
  lanes: Lane[];
  began: number;
  over: boolean;
}

const nothing: LiveRun = { cases: [], lanes: [], began: 0, over: false };

/** What a run is after one more event. */
export function afterEvent(run: LiveRun, event: RunEventUnion): LiveRun {
  const at = Date.parse(event.at);
  switch (event.event) {
    case 'run started':
      return {
        cases: event.cases.map((planned) => ({ planned, running: false, message: '', ended: 0 })),
        lanes: Array.from({ length: event.workers }, (_, i) => ({
          worker: i + 1,
          number: null,
          steps: [],
          began: 0,
          done: [],
        })),
        began: at,
        over: false,
      };
    case 'case started':
      return {
        ...run,
        cases: run.cases.map((c) => (c.planned.number === event.number ? { ...c, running: true } : c)),
        lanes: run.lanes.map((lane) =>
          lane.worker === event.worker ? { ...lane, number: event.number, steps: [], began: at } : lane,
        ),
      };
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
          done: [...lane.done, event.number],
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

function onLane(run: LiveRun, number: number, change: (lane: Lane) => Lane): LiveRun {
  return { ...run, lanes: run.lanes.map((lane) => (lane.number === number ? change(lane) : lane)) };
}

/** Follows a run while it goes. */
export function useLiveRun(run: number | null, going: boolean): LiveRun {
  const [state, dispatch] = useReducer(
    (before: LiveRun, event: RunEventUnion | 'begin') => (event === 'begin' ? nothing : afterEvent(before, event)),
    nothing,
  );
  const queries = useQueryClient();
  useEffect(() => {
    if (run === null || !going) return;
    dispatch('begin');
    const stream = new EventSource(`/api/runs/${run}/events`);
    stream.addEventListener('event', (message) => dispatch(JSON.parse(message.data)));
    stream.addEventListener('open', () => dispatch('begin'));
    stream.addEventListener('over', () => {
      stream.close();
      queries.invalidateQueries({ queryKey: ['runs'] });
    });
    return () => stream.close();
  }, [run, going, queries]);
  return state;
}
