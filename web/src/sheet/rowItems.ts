import type { BlockProblem } from '@/api/types';
import type { Told } from '@/document/analysis';
import { keptWithRow } from '@/document/lines';
import type { RowItem } from './items';
import type { StepInfo } from './meanings';

/** The item of a row, kept while nothing of it changes, so that the row is not drawn again. */
const rowItems = keptWithRow<RowItem>();

/** The item that was made of a row last. */
export const madeItem = rowItems.of;

export function kept<Kind extends RowItem>(item: Kind): Kind {
  const before = rowItems.of(item.row);
  if (before && sameItem(before, item)) {
    // It belongs to the block as it is now, and holds what was told last.
    before.block = item.block;
    before.told = item.told;
    before.problems = item.problems;
    return before as Kind;
  }
  rowItems.keep(item.row, item);
  return item;
}

function sameItem(a: RowItem, b: RowItem): boolean {
  const same = a.kind === b.kind && a.number === b.number && a.first === b.first;
  if (!same || !sameTold(a.told, b.told) || !sameProblems(a.problems, b.problems)) return false;
  if (a.kind === 'cells' && b.kind === 'cells') {
    return a.columns === b.columns && a.head === b.head && sameList(a.numeric, b.numeric);
  }
  return (
    a.kind === 'step' &&
    b.kind === 'step' &&
    a.argumentColumns === b.argumentColumns &&
    sameList(a.captions, b.captions) &&
    sameStep(a.step, b.step)
  );
}

const sameStep = (a: StepInfo, b: StepInfo) =>
  a.keyword === b.keyword &&
  a.composed === b.composed &&
  a.unbound === b.unbound &&
  a.off === b.off &&
  sameList(a.captions, b.captions) &&
  sameList(a.missing, b.missing);

/** Whether the references of a row are drawn alike: those that were told, or those that it has by itself. */
function sameTold(a: Told | null, b: Told | null): boolean {
  const held = a?.held ?? false;
  if (held !== (b?.held ?? false)) return false;
  if (!held || a?.meaning === b?.meaning) return true;
  const [ours, others] = [a?.meaning.row?.references ?? [], b?.meaning.row?.references ?? []];
  return (
    ours.length === others.length &&
    ours.every((own, i) => {
      const other = others[i];
      return own.cell === other?.cell && own.from === other.from && own.to === other.to && own.origin === other.origin;
    })
  );
}

const sameProblems = (a: readonly BlockProblem[], b: readonly BlockProblem[]) =>
  a === b ||
  (a.length === b.length &&
    a.every((own, i) => {
      const other = b[i];
      return own.severity === other?.severity && own.start === other.start && own.end === other.end;
    }));

export const sameList = <T>(a: readonly T[], b: readonly T[]) =>
  a === b || (a.length === b.length && a.every((each, i) => each === b[i]));
