import 'fake-indexeddb/auto';
import { act } from 'react';
import { expect, it } from 'vitest';
import type { KeywordView } from '@/api/types';
import { all, only, press, pressOn, seen, text } from '@/testing/page';
import { serve } from '@/testing/server';
import { show } from '@/testing/show';
import { Composition } from './CompositionGrid';

const TEXT = `suite Firings

case one
steps
| open | Bookings |
| ask  | 2        |
| open | Kilns    |

case two
steps
| ask | 3 |
`;

const keyword = (name: string, path?: string) =>
  ({ name, path, group: '', note: '', phrases: [], takes: [], gives: [], steps: [] }) as unknown as KeywordView;

function served() {
  const [path, id] = ['a.elmt', 800];
  serve({
    'GET /api/tree': {
      suites: [
        { path, name: 'Firings', executableCount: 2, cases: [] },
        { path: 'b.feature', name: 'Scenarios', executableCount: 2, cases: [] },
      ],
      documents: [],
    },
    'GET /api/keywords': [keyword('open'), keyword('ask', 'k.elmt'), keyword('book', 'k.elmt')],
    [`GET /api/documents?path=${path}&text`]: [{ id, path, version: 0, text: TEXT }],
    // Nothing here waits for it.
    [`POST /api/documents/${id}/updates`]: new Promise(() => {}),
  });
}

const grid = () => only('[role=grid]', 'Composition of the cases');
const cell = (name: RegExp) => only('[role=gridcell] button', name);
const cursor = () => document.getElementById(grid().getAttribute('aria-activedescendant') ?? '')?.textContent;

async function composition() {
  served();
  show(<Composition path="" go={() => {}} />);
  await seen('button', 'two, ask: step 1');
}

it('shows the own keywords that are called, or all, with the places of their calls', async () => {
  await composition();
  expect(all('[role=columnheader]').map((head) => head.title)).toEqual(['', 'ask: 2 calls']);
  cell(/^one, ask: step 2$/);
  await pressOn(only('[role=radio]', 'All'));
  cell(/^one, open: step 1 3$/);
  cell(/^two, open: not called$/);
});

it('adds a call behind the last step, takes the last one away, and undoes', async () => {
  await composition();
  await pressOn(cell(/^two, ask/));
  cell(/^two, ask: not called$/);
  await pressOn(cell(/^two, ask/));
  cell(/^two, ask: step 1$/);
  grid().focus();
  await press('z', { ctrlKey: true });
  cell(/^two, ask: not called$/);
  await press('z', { ctrlKey: true });
  await press('z', { ctrlKey: true, shiftKey: true });
  cell(/^two, ask: not called$/);
});

it('is gone through and changed by keyboard, and tells where one is', async () => {
  await composition();
  await pressOn(only('[role=radio]', 'All'));
  grid().focus();
  expect(cursor()).toBe('1 3');
  await press('ArrowRight');
  expect(cursor()).toBe('2');
  await press('ArrowDown');
  expect(cursor()).toBe('1');
  await press('ArrowDown');
  await press('ArrowLeft');
  await press('Enter');
  cell(/^two, open: step 2$/);
  await press(' ');
  cell(/^two, open: not called$/);
});

it('takes a keyword in that no case calls yet', async () => {
  await composition();
  await pressOn(only('button', /Add a keyword/));
  await act(async () => {});
  await pressOn(only('[role=option]', 'book'));
  expect(text()).toContain('2 cases, 2 keywords');
  await pressOn(cell(/^one, book: not called$/));
  cell(/^one, book: step 4$/);
});
