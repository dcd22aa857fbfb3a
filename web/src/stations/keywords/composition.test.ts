import { describe, expect, it } from 'vitest';
import type { KeywordView } from '@/api/types';
import type { Analysis } from '@/document/analysis';
import { addRows, removeRows } from '@/document/edits';
import { structure } from '@/document/structure';
import { edited, stateOf } from '@/testing/documents';
import { compositionOf } from './composition';

const TEXT = `suite s

case one
steps
| open | Bookings |
| ask  | 2        |
| off  | x        | ! off |
| open | Kilns    |

case two
steps
| ask  | 3 |
| nobody knows this | |
`;

const keyword = (name: string, path?: string) => ({ name, path, takes: [], steps: [] }) as unknown as KeywordView;
const keywords = new Map([
  ['open', keyword('open')],
  ['ask', keyword('ask', 'k.elmt')],
]);
const nothing = { blocks: new Map() } as unknown as Analysis;

const of = (state: ReturnType<typeof stateOf>) => compositionOf(structure(state), nothing, keywords);

describe('the composition of cases', () => {
  it('tells which step calls which keyword', () => {
    const { cases, called } = of(stateOf(TEXT));
    expect(cases.map((one) => [one.name, one.line, one.steps])).toEqual([
      ['one', 3, 3],
      ['two', 10, 2],
    ]);
    expect(cases[0]?.calls.get('open')?.map((call) => call.position)).toEqual([1, 3]);
    expect(called.map((each) => [each.name, each.own, each.count])).toEqual([
      ['open', false, 2],
      ['ask', true, 2],
    ]);
  });

  it('follows a call that is added and taken away', () => {
    const state = stateOf(TEXT);
    const [, two] = of(state).cases;
    const added = edited(state, addRows(state, two?.id ?? 0, 'steps', [['open']])?.spec ?? null);
    const call = of(added).cases[1]?.calls.get('open')?.[0];
    expect(call?.position).toBe(3);
    expect(of(edited(added, removeRows(added, [call?.row ?? 0]))).cases[1]?.calls.get('open')).toBeUndefined();
  });
});
