import type { BlockProblem, KeywordView } from '@/api/types';
import { type BlockInfo, meaningOf } from '@/document/analysis';
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
export function piecesOfRow(row: Row, info: BlockInfo | undefined): Piece[][] {
  const { meaning, holds } = meaningOf(info, row);
  return row.cells.map(({ source }, cell) => {
    const told = holds ? (meaning?.row?.references?.filter((each) => each.cell === cell) ?? []) : referencesIn(source);
    return piecesOf(source, told);
  });
}

const NO_PROBLEMS: readonly BlockProblem[] = [];

export function problemsOf(row: Row, info: BlockInfo | undefined): readonly BlockProblem[] {
  const { meaning, holds } = meaningOf(info, row);
  return holds && meaning ? meaning.problems : NO_PROBLEMS;
}

export function stepInfo(row: Row, info: BlockInfo | undefined, keywords: ReadonlyMap<string, KeywordView>): StepInfo {
  const { meaning, holds } = meaningOf(info, row);
  const off = isOff(row.cells);
  const first = row.cells[0]?.source ?? '';
  if (holds && meaning) {
    const { keyword, composed = false, captions = [], missing = [] } = meaning.row ?? {};
    return { keyword, composed, captions, missing, unbound: keyword === undefined && first !== '' && !off, off };
  }
  // Until the server answers, a keyword that is called by its name is known here.
  const known = keywords.get(nameKey(first));
  if (!known) {
    const captions = meaning?.row?.captions ?? [];
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
