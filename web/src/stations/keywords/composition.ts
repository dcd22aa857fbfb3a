import type { KeywordView } from '@/api/types';
import { type Analysis, meaningOf } from '@/document/analysis';
import { isOff } from '@/document/cells';
import type { Structure } from '@/document/structure';
import { nameKey } from '@/document/words';
import { stepInfo } from '@/sheet/meanings';

/** A call of a keyword: which step of the case it is, from 1, and its row. */
export interface Call {
  position: number;
  row: number;
}

export interface ComposedCase {
  /** The case's block. */
  id: number;
  name: string;
  /** The line of its head, from 1. */
  line: number;
  steps: number;
  /** By the key of the keyword's name. */
  calls: ReadonlyMap<string, readonly Call[]>;
}

export interface ComposedKeyword {
  key: string;
  name: string;
  own: boolean;
  /** How often the cases call it. */
  count: number;
}

/** The cases of a document with the keywords that they call, in the order of their first call. */
export function compositionOf(
  { blocks, starts }: Structure,
  analysis: Analysis,
  keywords: ReadonlyMap<string, KeywordView>,
): { cases: ComposedCase[]; called: ComposedKeyword[] } {
  const called = new Map<string, ComposedKeyword>();
  const cases: ComposedCase[] = [];
  for (const [place, block] of blocks.entries()) {
    if (block.kind.word !== 'case') continue;
    const info = analysis.blocks.get(block.id);
    const calls = new Map<string, Call[]>();
    const rows = block.sections.filter((section) => section.word === 'steps').flatMap((section) => section.rows);
    let position = 0;
    for (const { row } of rows) {
      if (isOff(row.cells) || (row.cells[0]?.source ?? '') === '') continue;
      position++;
      const name = stepInfo(row, meaningOf(info, row), keywords).keyword;
      if (name === undefined) continue;
      const key = nameKey(name);
      calls.set(key, [...(calls.get(key) ?? []), { position, row: row.id }]);
      const known = called.get(key);
      if (known) known.count++;
      else called.set(key, { key, name, own: keywords.get(key)?.path !== undefined, count: 1 });
    }
    cases.push({
      id: block.id,
      name: block.name,
      line: (starts[place] ?? 0) + block.header + 1,
      steps: position,
      calls,
    });
  }
  return { cases, called: [...called.values()] };
}
