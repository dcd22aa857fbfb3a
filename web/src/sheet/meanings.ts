import type { BlockProblem, KeywordView } from '@/api/types';
import type { Told } from '@/document/analysis';
import { isOff, marksFrom, type Piece, piecesOf, referencesIn } from '@/document/cells';
import type { Row } from '@/document/lines';
import { nameKey } from '@/document/words';

/** What a step means, as far as it is known. */
export interface StepInfo {
  keyword: string | undefined;
  composed: boolean;
  captions: readonly string[];
  missing: readonly string[];
  /** Whether it is known that no keyword answers to it. */
  unbound: boolean;
  off: boolean;
}

/** The cells of a row with their references as pieces: as the server told, or as they are found without it. */
export function piecesOfRow(row: Row, told: Told | null): Piece[][] {
  const references = told?.held ? (told.meaning.row?.references ?? []) : null;
  return row.cells.map(({ source }, cell) =>
    piecesOf(source, references ? references.filter((each) => each.cell === cell) : referencesIn(source)),
  );
}

const NO_PROBLEMS: readonly BlockProblem[] = [];

export const problemsOf = (told: Told | null): readonly BlockProblem[] =>
  told?.held ? told.meaning.problems : NO_PROBLEMS;

export function stepInfo(row: Row, told: Told | null, keywords: ReadonlyMap<string, KeywordView>): StepInfo {
  const off = isOff(row.cells);
  const first = row.cells[0]?.source ?? '';
  if (told?.held) {
    const { keyword, composed = false, captions = [], missing = [] } = told.meaning.row ?? {};
    return { keyword, composed, captions, missing, unbound: keyword === undefined && first !== '' && !off, off };
  }
  // Until the server answers, a keyword that is called by its name is known here.
  const known = keywords.get(nameKey(first));
  if (!known) {
    const captions = told?.meaning.row?.captions ?? [];
    return { keyword: undefined, composed: false, captions, missing: [], unbound: false, off };
  }
  const given = marksFrom(row.cells) - 1;
  const captions = known.takes.slice(0, given).map((parameter) => parameter.name);
  const missing = known.takes
    .filter((parameter, place) => !parameter.optional && (row.cells[place + 1]?.source ?? '') === '')
    .map((parameter) => parameter.name);
  return {
    keyword: known.name,
    composed: known.steps.length > 0,
    captions,
    missing: off ? [] : missing,
    unbound: false,
    off,
  };
}
