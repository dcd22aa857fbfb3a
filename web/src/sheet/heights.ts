import type { Item } from './items';

/** In pixels. Lines that always have one height are not measured, which would lay the page out. */
export function fixedHeight(item: Item): number | null {
  switch (item.kind) {
    case 'section':
      return item.block.kind.word === 'case' && item.section.word === 'data' ? 28 : 26;
    case 'step':
    case 'cells':
    case 'data line':
    case 'unfolded':
      return 28;
    default:
      return null;
  }
}

/**
 * What a line takes as long as nothing in it wraps. Where it turns out to take that, nothing below it moves; where not,
 * all lines have to find their places once more.
 */
export function usualHeight(item: Item): number {
  switch (item.kind) {
    case 'strip':
      return 24;
    case 'add':
      return item.section === 'data' ? 33 : 25;
    case 'block':
      return headHeight(item);
    default:
      return fixedHeight(item) ?? 28;
  }
}

function headHeight({ block, info, first }: Extract<Item, { kind: 'block' }>): number {
  const name = (first ? 4 : 16) + 30;
  const note = block.note === '' ? 0 : block.note.split('\n').length * 18 + 2;
  // Tags stand beside the name, and a data set that is there in a line of its own.
  const hasMore = block.properties.some(
    ({ property: { word, value } }) =>
      value !== '' && word !== 'tags' && !(word === 'data' && info?.meaning.dataSet !== undefined),
  );
  return name + note + (hasMore ? 24 : 0);
}
