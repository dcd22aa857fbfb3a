import { useMemo } from 'react';
import type { SuggestionView } from '@/api/types';
import { analysis } from '@/document/analysis';
import type { CellValue } from '@/document/edits';
import { type TypedPlace, valueOffers } from '@/document/suggestions';
import type { Ask } from '@/parts/useOffers';
import { headFields } from './heads';
import { isRow, type Stop } from './items';
import type { SheetSession } from './session';

/** How the server is asked about what is edited; null where it has nothing to say of that. */
export function useAsk(session: SheetSession, stop: Stop | undefined, column: number, editing: boolean): Ask | null {
  const place = editing && stop ? placeOf(stop, column) : null;
  const id = stop && stop.kind !== 'add' ? stop.id : null;
  return useMemo(
    () =>
      place === null || id === null ? null : (typed, late) => valueOffers(session.document, id, place, typed, late),
    [session, id, place],
  );
}

/** What the server is asked about; of what is free text, nothing. */
function placeOf(stop: Stop, column: number): TypedPlace | null {
  switch (stop.kind) {
    case 'step':
      return column > 0 ? column : null;
    case 'cells':
      return stop.head ? null : column;
    case 'block': {
      const field = headFields(stop.block)[column];
      return field?.field === 'property' ? field.word : null;
    }
    case 'add':
      return null;
  }
}

/** For each parameter that a column of the case's data or a parameter of the keyword is called like, a reference to it. */
export function fittingArguments(session: SheetSession, stop: Stop, suggestion: SuggestionView): CellValue[] {
  if (!isRow(stop) || stop.kind !== 'step') return [];
  const names = new Set(namesInReach(session, stop).map((name) => name.toLowerCase()));
  return suggestion.parameters.flatMap((name, index) =>
    names.has(name.toLowerCase()) ? [{ row: stop.id, column: index + 1, text: `<${name}>` }] : [],
  );
}

function namesInReach(session: SheetSession, { block }: Stop): string[] {
  const ofSet = analysis(session.document.state).blocks.get(block.id)?.meaning.dataColumns ?? [];
  const own = block.sections.flatMap((section) => {
    const rows = section.rows.map(({ row }) => row);
    if (section.word === 'data') return rows[0]?.cells.map((cell) => cell.source) ?? [];
    if (section.word === 'takes') return rows.slice(1).map((row) => row.cells[0]?.source ?? '');
    return [];
  });
  return [...own, ...ofSet];
}
