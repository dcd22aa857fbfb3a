import type { LineMeaning } from '@/document/analysis';
import type { Piece } from '@/document/cells';
import type { Row } from '@/document/lines';
import type { RowItem } from './items';
import type { StepInfo } from './meanings';

/** The item of a row, kept while nothing of it changes, so that the row is not drawn again. */
const rowItems = new WeakMap<Row, RowItem>();

export function kept<Kind extends RowItem>(item: Kind): Kind {
  const before = rowItems.get(item.row);
  if (before && sameItem(before, item)) {
    // It belongs to the block as it is now.
    before.block = item.block;
    return before as Kind;
  }
  rowItems.set(item.row, item);
  return item;
}

function sameItem(a: RowItem, b: RowItem): boolean {
  const same = a.kind === b.kind && a.problems === b.problems && a.number === b.number && a.first === b.first;
  if (!same || !samePieces(a.pieces, b.pieces)) return false;
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

const samePieces = (a: Piece[][], b: Piece[][]) =>
  a.length === b.length &&
  a.every((own, cell) => {
    const other = b[cell] ?? [];
    return (
      own.length === other.length &&
      own.every((piece, i) => piece.text === other[i]?.text && piece.origin === other[i]?.origin)
    );
  });

export const sameList = <T>(a: readonly T[], b: readonly T[]) =>
  a === b || (a.length === b.length && a.every((each, i) => each === b[i]));

/** What was said of a row when its item was made. */
const told = new WeakMap<RowItem, LineMeaning | undefined>();

/** The item that was made of a row last. */
export const madeItem = (row: Row): RowItem | undefined => rowItems.get(row);

export const saidOf = (item: RowItem): LineMeaning | undefined => told.get(item);

export function remember(item: RowItem, said: LineMeaning | undefined) {
  told.set(item, said);
}
