import 'fake-indexeddb/auto';
import { EditorView } from '@codemirror/view';
import { beforeEach, expect, it, vi } from 'vitest';
import type { AnalysisView } from '@/api/types';
import { takeAnswer } from '@/document/analysis';
import { opened } from '@/testing/opened';
import { resolvedSteps } from './resolvedSteps';

const TEXT = `Feature: Firings

  Scenario: One
    Given I sign in as Juno
    When something new happens
`;

beforeEach(() => {
  vi.stubGlobal('fetch', () => new Promise(() => {}));
});

it('shows behind each sentence what it calls, and what would mend one that calls nothing', () => {
  const document_ = opened(TEXT, 'a.feature');
  const answer: AnalysisView = {
    version: 0,
    snapshot: 1,
    token: 'a',
    problems: [],
    starts: [0],
    above: 0,
    below: 0,
    between: [
      {
        name: [],
        dataColumns: [],
        dataRows: 0,
        rows: [{ line: 3, keyword: 'sign in as', captions: ['member'], given: ['Juno'] }],
        problems: [
          {
            code: 'N130',
            severity: 'warning',
            line: 4,
            start: 9,
            end: 30,
            message: 'Nothing says this.',
            fixes: ['Make it a keyword'],
          },
        ],
      },
    ],
  };
  const { view, unmount } = document_.mountText(document.body.appendChild(document.createElement('div')), [
    EditorView.contentAttributes.of({}),
    resolvedSteps(document_),
  ]);
  view.dispatch(takeAnswer(view.state, answer, view.state.doc, view.state.changes().desc));
  const shown = [...document.querySelectorAll('.cm-resolved')].map((each) => each.textContent);
  expect(shown).toEqual(['sign in asmember Juno', 'no keywordMake it a keyword']);
  // All begin behind the longest of the sentences, and each is whole on hover.
  const places = [...document.querySelectorAll<HTMLElement>('.cm-resolved')];
  const behind = '    When something new happens'.length + 3;
  expect(places.map((place) => place.style.getPropertyValue('--column'))).toEqual([`${behind}`, `${behind}`]);
  expect(places[0]?.title).toBe('sign in as member Juno');
  // What is said of a line holds while the line says what it said then.
  const at = view.state.doc.line(4).to;
  view.dispatch({ changes: { from: at, insert: ' Farrow' } });
  expect(document.querySelectorAll('.cm-resolved')).toHaveLength(1);
  unmount();
});
