import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { get } from '@/api/client';
import { useProject } from '@/api/queries';
import type { RowLensStep, RowLensView } from '@/api/types';
import { chosenEnvironment, chosenEnvironments } from '@/app/chosenEnvironment';
import { findBlock, structure } from '@/document/structure';
import { useStore } from '@/parts/store';
import type { SheetSession } from './session';

/** A case that is read by one row of its data. */
export interface RowLens {
  /** The case's block. */
  block: number;
  view: RowLensView;
  /** What steps hold in this row, by the identity of their lines. */
  steps: ReadonlyMap<number, RowLensStep>;
}

/** Puts the values of a row into the steps of a case, or of another row. */
export function readByRow(session: SheetSession, block: number, row: number) {
  session.rowLens.set({ block, row });
}

export const showAllRows = (session: SheetSession) => session.rowLens.set(null);

/** Goes to the next or the one before of the rows of the case under the cursor; false where it has none. */
export function turnRow(session: SheetSession, by: -1 | 1): boolean {
  const block = session.current()?.stop.block;
  if (!block || !session.hasRows(block)) return false;
  const now = session.rowLens.get();
  const row = now?.block === block.id ? now.row + by : 1;
  readByRow(session, block.id, Math.max(1, Math.min(row, session.rowCount || row)));
  return true;
}

/** The row that is read, with its values from the server; null while none is. */
export function useRowLens(session: SheetSession): RowLens | null {
  const { document } = session;
  const asked = useStore(session.rowLens);
  useStore(chosenEnvironment);
  const { data: project } = useProject();
  // None stands for the first one.
  const environment = chosenEnvironments(project?.environments ?? [])[0];
  const found = asked ? findBlock(structure(document.state), asked.block) : null;
  const line = found ? found.start + found.block.header + 1 : 0;
  const { data } = useQuery({
    queryKey: ['row', document.path, line, asked?.row ?? 0, environment],
    queryFn: () => {
      const query = new URLSearchParams({ path: document.path, line: String(line), row: String(asked?.row ?? 1) });
      if (environment) query.set('environment', environment);
      return get<RowLensView>(`/api/row?${query}`);
    },
    enabled: line > 0,
    placeholderData: (before) => before,
  });
  const block = found?.block.id;
  return useMemo(() => {
    if (!data || block === undefined) return null;
    const { lines } = structure(document.state);
    session.rowCount = data.count;
    const steps = new Map<number, RowLensStep>();
    for (const step of data.steps) {
      const id = lines[step.line - 1]?.id;
      if (id !== undefined) steps.set(id, step);
    }
    return { block, view: data, steps };
  }, [data, block, document, session]);
}
