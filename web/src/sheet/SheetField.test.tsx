import 'fake-indexeddb/auto';
import { act } from 'react';
import { describe, expect, it } from 'vitest';
import type { CompletionView, KeywordView, ParameterView, SuggestionView } from '@/api/types';
import { opened } from '@/testing/opened';
import { all, enter, only, press, pressOn, seen } from '@/testing/page';
import { serve } from '@/testing/server';
import { show } from '@/testing/show';
import { isRow } from './items';
import { SheetTable } from './SheetTable';
import { SheetSession } from './session';

const TEXT = `suite Firings
> Every firing.

case Booked for <guest>
data
| guest |
| Wren  |
steps
| open  | Bookings |
| press | Book     |
`;

const keyword = (name: string, ...takes: string[]) =>
  ({
    name,
    group: 'Own',
    note: `How to ${name}.`,
    phrases: [],
    takes: takes.map((each) => ({ name: each }) as ParameterView),
    gives: [],
    steps: [],
  }) as KeywordView;

const KEYWORDS = new Map(
  [keyword('book a slot for Wren', 'guest', 'programme'), keyword('open', 'page'), keyword('press', 'element')].map(
    (each) => [each.name, each],
  ),
);

let session: SheetSession;

function sheet(answers: Record<string, unknown> = {}) {
  serve({ 'GET /api/project': { environments: [] }, ...answers });
  session = new SheetSession(opened(TEXT));
  show(<SheetTable session={session} keywords={KEYWORDS} outcomes={new Map()} others={[]} line={null} />);
}

const field = () => only('textarea') as HTMLTextAreaElement;
const text = () => session.document.state.doc.toString();
const offered = () => all('[role=option]').map((each) => each.textContent);
const marked = () => all('[role=option][aria-selected=true]').map((each) => each.textContent);
const label = () => field().getAttribute('aria-label');

async function at(first: string, column: number) {
  const row = session
    .lines()
    .stops.filter(isRow)
    .find((each) => each.row.cells[0]?.source === first);
  await act(async () => {
    if (row) session.goTo(row.key, column);
    field().focus();
  });
}

describe('the keyword of a step', () => {
  it('is the first that is offered, whose arguments follow', async () => {
    sheet();
    await at('press', 0);
    await enter(field(), 'book');
    expect(marked()).toEqual([expect.stringContaining('book a slot for Wren')]);
    await press('Enter');
    expect(text()).toContain('| book a slot for Wren | Book     |');
    expect(label()).toContain('Step 2, argument 1');
    expect(field().value).toBe('');
  });

  it('stays as it is typed where the list is left upwards, though it is part of another', async () => {
    sheet();
    await at('press', 0);
    await enter(field(), 'book a slot');
    await press('ArrowUp');
    expect(offered()).toHaveLength(1);
    expect(marked()).toEqual([]);
    expect(document.body.textContent).toContain('keeps what is typed');
    await press('Enter');
    expect(text()).toContain('| book a slot | Book     |');
    // The next one begins with the first again.
    await at('open', 0);
    await enter(field(), 'pr');
    expect(marked()).toHaveLength(1);
  });

  it('is another one of the list by the arrows, which end at its last', async () => {
    sheet();
    await at('press', 0);
    await enter(field(), 'o');
    const all = offered();
    expect(all.length).toBeGreaterThan(1);
    for (let i = 0; i < all.length + 2; i++) await press('ArrowDown');
    expect(marked()).toEqual([all.at(-1)]);
    await press('ArrowUp');
    expect(marked()).toEqual([all.at(-2)]);
  });

  it('brings the row’s values that its parameters are called like, by Ctrl Enter', async () => {
    sheet();
    await at('press', 0);
    await enter(field(), 'book');
    await press('Enter', { ctrlKey: true });
    expect(text()).toContain('| book a slot for Wren | <guest>  |');
  });

  it('makes a step of the line that adds one', async () => {
    sheet();
    const add = session.lines().stops.find((stop) => stop.kind === 'add' && stop.word === 'Add a step');
    await act(async () => {
      session.goTo(add?.key ?? '', 0);
      field().focus();
    });
    await enter(field(), 'open');
    await press('Enter');
    await enter(field(), 'Shelves');
    await press('Enter');
    expect(text()).toContain('| press | Book     |\n| open  | Shelves  |\n');
  });
});

describe('a cell', () => {
  it('is typed over: arrows commit and move on', async () => {
    sheet();
    await at('open', 1);
    await enter(field(), 'Shelves');
    await press('ArrowDown');
    expect(text()).toContain('| open  | Shelves |');
    expect(label()).toContain('Book');
  });

  it('is opened with its text, in which arrows move; Esc leaves it as it was', async () => {
    sheet();
    await at('open', 1);
    await press('F2');
    expect(field().value).toBe('Bookings');
    await enter(field(), 'Bookings of today');
    await press('ArrowLeft');
    expect(session.cursor.get()?.editing).toBe('in');
    await press('Escape');
    expect(text()).toBe(TEXT);
    expect(session.cursor.get()?.editing).toBeNull();
  });

  it('is committed by a press on another one', async () => {
    sheet();
    await at('open', 1);
    await enter(field(), 'Shelves');
    await pressOn(only('[role=gridcell]', 'press'));
    expect(text()).toContain('| open  | Shelves |');
    expect(label()).toContain('Step 2, keyword');
  });

  it('leaves the Enter of an input method to that', async () => {
    sheet();
    await at('open', 1);
    await act(async () => {
      field().dispatchEvent(new CompositionEvent('compositionstart', { bubbles: true }));
    });
    await enter(field(), '窯');
    await press('Enter');
    expect(text()).toBe(TEXT);
    await act(async () => {
      field().dispatchEvent(new CompositionEvent('compositionend', { bubbles: true }));
    });
    await press('Enter');
    expect(text()).toContain('| open  | 窯');
  });

  const suggestion = (insert: string) =>
    ({ insert, label: insert, matched: [], why: '', signature: '', note: '', parameters: [] }) as SuggestionView;
  const elements: CompletionView = { kind: 'element', suggestions: [suggestion('Book all'), suggestion('Book now')] };

  it('keeps what is typed, whatever the server offers meanwhile', async () => {
    sheet({ 'POST /api/completions/a.elmt': elements });
    await at('press', 1);
    await enter(field(), 'Book n');
    await seen('[role=option]', /Book now/);
    expect(marked()).toEqual([]);
    await press('Enter');
    expect(text()).toContain('| press | Book n ');
  });

  it('takes what is gone to', async () => {
    sheet({ 'POST /api/completions/a.elmt': elements });
    await at('press', 1);
    await enter(field(), 'Book');
    await seen('[role=option]', /Book now/);
    await press('ArrowDown');
    await press('ArrowDown');
    await press('Tab');
    expect(text()).toContain('| press | Book now |');
  });
});

describe('a head', () => {
  it('has a note of several lines', async () => {
    sheet();
    const own = session.lines().stops.find((stop) => stop.kind === 'block');
    await act(async () => {
      session.goTo(own?.key ?? '', 1);
      field().focus();
    });
    expect(label()).toContain('note');
    await enter(field(), 'For every guest.');
    await press('Enter', { altKey: true });
    await enter(field(), `${field().value}Not for groups.`);
    await press('Enter');
    expect(text()).toContain('case Booked for <guest>\n> For every guest.\n> Not for groups.\n');
  });
});
