import { type ChangeDesc, MapMode, type Text } from '@codemirror/state';
import { type Line, newLineId, readLine } from './lines';
import type { Block, Section, Structure } from './structure';
import { stripStart } from './words';

/** Reads a whole text; one without tables has lines only. */
export function readText(doc: Text, tables = true): Structure {
  const lines: Line[] = [];
  for (const text of doc.iterLines()) lines.push(lineOf(text, newLineId(), tables));
  return { lines, ...gather(lines, 0, lines.length, []) };
}

const lineOf = (text: string, id: number, tables: boolean): Line =>
  tables ? readLine(text, id) : { id, text, kind: 'unreadable' };

/** Lines that changed, as they stood and as they stand, each up to the line behind. */
interface Region {
  oldFrom: number;
  oldTo: number;
  from: number;
  to: number;
}

/**
 * Reads the lines that a change touched; all others stay the objects they are.
 * @param moved the lines of the new text, counted from 0, that are others of the old one, with their ids
 */
export function readChange(
  before: Structure,
  old: Text,
  changes: ChangeDesc,
  newDoc: Text,
  moved: ReadonlyMap<number, number>,
  tables: boolean,
): Structure {
  const regions: Region[] = [];
  changes.iterChangedRanges((fromA, toA, fromB, toB) => {
    const region = {
      oldFrom: old.lineAt(fromA).number - 1,
      oldTo: old.lineAt(toA).number,
      from: newDoc.lineAt(fromB).number - 1,
      to: newDoc.lineAt(toB).number,
    };
    const last = regions.at(-1);
    if (last && region.oldFrom < last.oldTo) {
      last.oldTo = region.oldTo;
      last.to = region.to;
    } else regions.push(region);
  });
  const made = regions.map((region) => {
    const ids = idsOf(before, region, changes, old, newDoc, moved);
    return ids.map((id, i) => lineOf(newDoc.line(region.from + i + 1).text, id ?? newLineId(), tables));
  });
  const first = regions[0];
  const last = regions.at(-1);
  if (!first || !last) return before;
  return regather(before, linesWith(before.lines, regions, made), first.oldFrom, last);
}

/** Lines that were read anew in the place of those that were there. */
function linesWith(before: readonly Line[], regions: readonly Region[], made: readonly Line[][]): Line[] {
  const sameCount = regions.every((region, i) => region.oldTo - region.oldFrom === made[i]?.length);
  // Mostly no line comes or goes.
  if (sameCount) {
    const lines = before.slice();
    regions.forEach(({ oldFrom }, i) => {
      made[i]?.forEach((line, k) => {
        lines[oldFrom + k] = line;
      });
    });
    return lines;
  }
  const pieces = regions.flatMap(({ oldFrom }, i) => [
    before.slice(regions[i - 1]?.oldTo ?? 0, oldFrom),
    made[i] ?? [],
  ]);
  return pieces.concat([before.slice(regions.at(-1)?.oldTo)]).flat();
}

/** Which of the lines read anew are lines that were there: the one at an old line's mapped start is that line. */
function idsOf(
  before: Structure,
  region: Region,
  changes: ChangeDesc,
  old: Text,
  now: Text,
  moved: ReadonlyMap<number, number>,
): (number | undefined)[] {
  const ids: (number | undefined)[] = [];
  // Most changes stay in one line; of a large table every row may be such a one.
  if (region.oldTo - region.oldFrom === 1 && region.to - region.from === 1 && moved.size === 0) {
    return [before.lines[region.oldFrom]?.id];
  }
  const movedIds = new Set(moved.values());
  for (let i = region.from; i < region.to; i++) ids.push(moved.get(i));
  const left: number[] = [];
  for (let i = region.oldFrom; i < region.oldTo; i++) {
    const line = before.lines[i] as Line;
    if (movedIds.has(line.id)) continue;
    const { from, length } = old.line(i + 1);
    const place =
      length === 0 && from === old.length ? changes.mapPos(from, 1) : changes.mapPos(from, 1, MapMode.TrackAfter);
    const target = place === null ? null : now.lineAt(place);
    const index = target && target.from === place ? target.number - 1 - region.from : -1;
    if (index >= 0 && index < ids.length && ids[index] === undefined) ids[index] = line.id;
    else left.push(i);
  }
  // A line that was written anew from its first character on.
  for (const i of left) {
    const index = i - region.oldFrom;
    if (region.oldTo - region.oldFrom === ids.length && ids[index] === undefined) ids[index] = before.lines[i]?.id;
  }
  return ids;
}

type Blocks = Pick<Structure, 'blocks' | 'starts'>;

/** Gathers the lines between two places to blocks. One of the same lines as one that was there is the same object. */
function gather(lines: readonly Line[], from: number, to: number, before: readonly Block[]): Blocks {
  const known = new Map(before.map((block) => [block.id, block]));
  const starts: number[] = [];
  const headers: number[] = [];
  for (let index = from; index < to; index++) {
    if (lines[index]?.kind !== 'header') continue;
    let start = index;
    const floor = headers.length > 0 ? (headers.at(-1) as number) + 1 : from;
    while (start > floor && stripStart(lines[start - 1]?.text ?? '').startsWith('#')) start--;
    starts.push(start);
    headers.push(index);
  }
  const blocks = starts.map((start, place) => {
    let end = starts[place + 1] ?? to;
    while (end > start && lines[end - 1]?.kind === 'blank') end--;
    const old = known.get(lines[headers[place] as number]?.id as number);
    const same =
      old !== undefined &&
      old.lines.length === end - start &&
      old.lines.every((line, index) => line === lines[start + index]);
    return same ? old : readBlock(lines.slice(start, end), (headers[place] as number) - start);
  });
  return { blocks, starts };
}

/**
 * Gathers the blocks that a change touched; all above and below it are the ones they were.
 * @param from the first line that changed
 * @param last the region that changed last
 */
function regather(before: Structure, lines: readonly Line[], from: number, last: Region): Structure {
  const { blocks, starts } = before;
  const header = (place: number) => (starts[place] as number) + (blocks[place] as Block).header;
  // A block ends where the comments over the next one begin.
  let above = 0;
  while (above + 1 < blocks.length && header(above + 1) < from) above++;
  // The line over the comments of the first one below is as it was, too.
  let below = blocks.length;
  while (below > above && (starts[below - 1] as number) > last.oldTo) below--;
  const by = lines.length - before.lines.length;
  const begin = above === 0 ? 0 : (starts[above] as number);
  const end = below < blocks.length ? (starts[below] as number) + by : lines.length;
  const between = gather(lines, begin, end, blocks.slice(above, below));
  const startsBelow = starts.slice(below);
  return {
    lines,
    blocks: blocks.slice(0, above).concat(between.blocks, blocks.slice(below)),
    starts: starts.slice(0, above).concat(between.starts, by === 0 ? startsBelow : startsBelow.map((at) => at + by)),
  };
}

const isOfDataHead = (word: string) => word === 'tags' || word === 'where';

function readBlock(lines: readonly Line[], header: number): Block {
  const head = lines[header] as Extract<Line, { kind: 'header' }>;
  const block: Block = {
    id: head.id,
    kind: head.block,
    name: head.name,
    lines,
    header,
    note: '',
    properties: [],
    sections: [],
  };
  const notes: string[] = [];
  let section: Section | null = null;
  let inHead = true;
  for (let index = header + 1; index < lines.length; index++) {
    const line = lines[index] as Line;
    switch (line.kind) {
      case 'section':
        // One that its block does not have is a line that cannot be read.
        if (!block.kind.sections.includes(line.section)) break;
        section = { word: line.section, at: index, rows: [], end: index + 1 };
        block.sections.push(section);
        inHead = false;
        break;
      case 'row': {
        if (!section && block.kind.main) {
          section = { word: block.kind.main, at: null, rows: [], end: index };
          block.sections.push(section);
        }
        // A row that belongs to no section is a line that cannot be read.
        if (!section) break;
        inHead = false;
        section.rows.push({ row: line, index });
        section.end = index + 1;
        break;
      }
      case 'note':
        if (inHead) notes.push(line.note);
        else if (section && section.rows.length === 0) section.end = index + 1;
        break;
      case 'property': {
        const ofData: boolean = section?.word === 'data' && section.at !== null && section.rows.length === 0;
        if (ofData && isOfDataHead(line.word)) {
          if (section) section.end = index + 1;
        } else block.properties.push({ property: line, index });
        break;
      }
    }
  }
  block.note = notes.join('\n');
  return block;
}
