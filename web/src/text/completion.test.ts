import 'fake-indexeddb/auto';
import { acceptCompletion, currentCompletions, startCompletion } from '@codemirror/autocomplete';
import type { EditorView } from '@codemirror/view';
import { expect, it } from 'vitest';
import type { CompletionView, KeywordView, ParameterView } from '@/api/types';
import { isFeature } from '@/document/kinds';
import { opened } from '@/testing/opened';
import { serve } from '@/testing/server';
import { until } from '@/testing/until';
import { textCompletion } from './completion';
import { gherkinLanguage } from './gherkinLanguage';

const takes = (name: string, optional = false): ParameterView => ({
  name,
  kind: 'text',
  fallback: '',
  optional,
  note: '',
});

const keyword = (name: string, more: Partial<KeywordView> = {}): KeywordView => ({
  name,
  group: 'studio',
  note: '',
  phrases: [],
  takes: [],
  gives: [],
  path: 'k.elmt',
  line: 1,
  steps: [],
  ...more,
});

const KEYWORDS = [
  keyword('press', { takes: [takes('element')] }),
  keyword('fill in the request', {
    takes: [takes('shelves'), takes('programme'), takes('day', true)],
    phrases: ['I request <shelves> shelves of <programme>[ at once]'],
  }),
  keyword('open the form', { note: 'Where firings are asked for.' }),
  keyword('expect receipt', { takes: [takes('price')] }),
];

/** A view of a text, with the cursor where the sign stands. */
function at(text: string, path: string): EditorView {
  const cursor = text.indexOf('‸');
  const document_ = opened(text.replace('‸', ''), path);
  const { view } = document_.mountText(document.body.appendChild(document.createElement('div')), [
    isFeature(path) ? gherkinLanguage : [],
    textCompletion(document_, () => KEYWORDS),
  ]);
  view.dispatch({ selection: { anchor: cursor } });
  return view;
}

async function offered(view: EditorView): Promise<string[]> {
  startCompletion(view);
  await until(() => expect(currentCompletions(view.state)).not.toEqual([]));
  return currentCompletions(view.state).map(({ label }) => label);
}

/** The line of the cursor once the first that is offered is taken. */
async function taken(view: EditorView): Promise<string> {
  await offered(view);
  await until(() => expect(acceptCompletion(view)).toBe(true));
  return view.state.doc.lineAt(view.state.selection.main.head).text;
}

const CASE = 'case One\nfixtures: none\ndata\n| shelves |\n| 3 |\nsteps\n';

it('offers keywords in the first cell, and lays out the arguments that must be given', async () => {
  expect(await offered(at(`${CASE}| pre‸`, 'a.elmt'))).toEqual(['press']);
  expect(await taken(at(`${CASE}| fill‸`, 'a.elmt'))).toBe('| fill in the request | <shelves> | <programme> |');
});

it('keeps the arguments that a step has', async () => {
  expect(await taken(at(`${CASE}| fill‸ | 4 | Raku |`, 'a.elmt'))).toBe('| fill in the request | 4 | Raku |');
});

it('asks the server for values, by the line and the cell, and takes the whole cell', async () => {
  const told: CompletionView = {
    kind: 'element',
    suggestions: [
      { insert: 'Send', label: 'Send', matched: [], why: '', signature: 'Bookings', note: '', parameters: [] },
    ],
  };
  const requests = serve({ 'POST /api/completions/a.elmt': told });
  expect(await taken(at(`${CASE}| press | Se‸ |`, 'a.elmt'))).toBe('| press | Send |');
  const asked = requests.find(({ path }) => path === '/api/completions/a.elmt');
  expect(asked?.body).toEqual({ line: 7, cell: 1, text: 'Se' });
});

it('asks the server for a property by its word, and takes what stands before the cursor', async () => {
  const told: CompletionView = {
    kind: 'name',
    suggestions: [
      { insert: 'none, clean', label: 'clean', matched: [], why: '', signature: '', note: '', parameters: [] },
    ],
  };
  const requests = serve({ 'POST /api/completions/a.elmt': told });
  expect(await taken(at('case One\nfixtures: none, cl‸\n', 'a.elmt'))).toBe('fixtures: none, clean');
  const asked = requests.find(({ path }) => path === '/api/completions/a.elmt');
  expect(asked?.body).toEqual({ line: 2, cell: 0, property: 'fixtures', text: 'none, cl' });
});

it('offers the properties and sections that a block does not have yet, and blocks', async () => {
  const words = await offered(at('case One\nfixtures: none\n‸\n', 'a.elmt'));
  expect(words).toContain('tags');
  expect(words).toContain('set-up');
  expect(words).toContain('keyword');
  expect(words).not.toContain('fixtures');
});

const FEATURE = `Feature: Firings

  Scenario Outline: One
    Given I am here
`;

it('offers sentences behind the word of a step, with a place for each value', async () => {
  const sentence = 'I request <shelves> shelves of <programme> at once';
  expect(await offered(at(`${FEATURE}    When req‸`, 'a.feature'))).toEqual([sentence]);
  expect(await taken(at(`${FEATURE}    When req‸`, 'a.feature'))).toBe(`    When ${sentence}`);
});

it('finds a sentence by the note of its keyword, and none for a keyword that needs more than its name', async () => {
  expect(await offered(at(`${FEATURE}    When asked‸`, 'a.feature'))).toEqual(['open the form']);
  const all = await offered(at(`${FEATURE}    When ‸`, 'a.feature'));
  expect(all).not.toContain('expect receipt');
});

it('offers the columns of the examples below', async () => {
  const text = `${FEATURE}    When I request <‸

    @limits
    Examples: at the limits
      | shelves | programme |
      | 1       | Raku      |

  Scenario Outline: Two
    Examples:
      | other |
`;
  expect(await offered(at(text, 'a.feature'))).toEqual(['<programme>', '<shelves>']);
});

it('offers the words of steps where a line begins', async () => {
  expect(await offered(at(`${FEATURE}    Th‸`, 'a.feature'))).toEqual(['Then']);
});

it('asks the server for a tag by the title that it belongs to', async () => {
  const told: CompletionView = {
    kind: 'name',
    suggestions: [
      { insert: 'fixture(clean)', label: 'clean', matched: [], why: '', signature: '', note: '', parameters: [] },
    ],
  };
  const requests = serve({ 'POST /api/completions/a.feature': told });
  const view = at('Feature: Firings\n\n  @smoke @fixture(cl‸\n  Scenario: One\n    Given I am here\n', 'a.feature');
  expect(await taken(view)).toBe('  @smoke @fixture(clean)');
  const asked = requests.find(({ path }) => path === '/api/completions/a.feature');
  expect(asked?.body).toEqual({ line: 4, cell: 0, property: '@', text: 'fixture(cl' });
});
