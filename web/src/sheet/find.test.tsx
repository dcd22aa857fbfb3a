import 'fake-indexeddb/auto';
import { act } from 'react';
import { describe, expect, it } from 'vitest';
import { NOT_FINDING, patternOf } from '@/parts/finding';
import { opened } from '@/testing/opened';
import { all, enter, only, press, pressOn, seen } from '@/testing/page';
import { serve } from '@/testing/server';
import { clear, show } from '@/testing/show';
import { SheetTable } from './SheetTable';
import { SheetSession } from './session';

const TEXT = `case Book a kiln
> For the Kiln in the yard.
tags: kiln, slow
pages: Kilns
steps
| open  | Kilns           |
| enter | Kiln (1.5 | kiln | => kiln   |
| enter | a \\| b          |

case Leave
steps
| press | Sign out |
`;

let session: SheetSession;

async function sheet() {
  serve({ 'GET /api/project': { environments: [] } });
  session = new SheetSession(opened(TEXT));
  show(<SheetTable session={session} keywords={new Map()} outcomes={new Map()} others={[]} line={null} />);
  await act(async () => (only('textarea') as HTMLTextAreaElement).focus());
}

const lookFor = async (text: string) => {
  await press('f', { ctrlKey: true });
  await enter(await seen('input', 'Find'), text);
};
const text = () => session.document.state.doc.toString();
const status = () => only('[role=search] [role=status]').textContent;
const atCursor = () => only('[data-cursor=true]').textContent;
const marked = () => all('[data-found=true]').length;

describe('what is looked for', () => {
  const found = (text: string, matchCase = false) => {
    session = new SheetSession(opened(TEXT));
    const pattern = patternOf({ ...NOT_FINDING, text, matchCase });
    return pattern ? session.searched.find(pattern).length : 0;
  };

  it('is found in names, notes, properties, steps and marks, in either case', () => {
    expect(found('kiln')).toBe(8);
    expect(found('Kiln', true)).toBe(4);
  });

  it('is a text and no pattern, as one writes it into a cell', () => {
    for (let code = 33; code < 127; code++) {
      const character = String.fromCharCode(code);
      expect(patternOf({ ...NOT_FINDING, text: `a${character}` })?.test(`A${character}`)).toBe(true);
    }
    expect([found('(1.5'), found('1x5'), found('a \\| b'), found('.'), found('')]).toEqual([1, 0, 1, 2, 0]);
  });
});

describe('the bar', () => {
  it('goes from cell to cell, round the end, and back to the table where it stopped', async () => {
    await sheet();
    await lookFor('kiln');
    expect([status(), atCursor(), marked()]).toEqual(['1 of 8', 'Book a kiln', 8]);
    await press('Enter', { shiftKey: true });
    expect([status(), atCursor()]).toEqual(['8 of 8', '=> kiln']);
    await press('Enter');
    await press('Enter');
    expect(status()).toBe('2 of 8');
    await press('Escape');
    expect(document.activeElement).toBe(only('textarea'));
    expect([all('[role=search]').length, marked()]).toEqual([0, 0]);
    await press('F3');
    expect(atCursor()).toBe('#kiln #slow');
    await press('F3', { shiftKey: true });
    expect(atCursor()).toContain('in the yard');
  });

  it('says that there is nothing, and looks anew as the case is minded', async () => {
    await sheet();
    await lookFor('KILN');
    expect(status()).toBe('1 of 8');
    await pressOn(only('button', 'Match case'));
    expect(status()).toBe('nothing found');
    expect(all('button[disabled]', /^Replace/).length).toBe(2);
  });

  it('is closed for who comes back, and what was looked for is still known', async () => {
    await sheet();
    await lookFor('kiln');
    clear();
    expect(session.searched.finding.get()).toMatchObject({ open: false, text: 'kiln' });
  });

  it('keeps what was typed in a cell', async () => {
    await sheet();
    await press('ArrowDown');
    await press('ArrowDown');
    await enter(only('textarea'), 'go to');
    await press('f', { ctrlKey: true });
    expect(text()).toContain('go to');
    expect(document.activeElement).toBe(only('input', 'Find'));
  });
});

describe('another text', () => {
  it('is put in one place after the other', async () => {
    await sheet();
    await lookFor('Kiln (1.5');
    await enter(only('input', 'Replace with'), '$& | 2');
    await press('Enter');
    expect(text()).toContain('| $& \\| 2 |');
    expect(status()).toBe('nothing found');
  });

  it('is put in all places as one step of undo', async () => {
    await sheet();
    await lookFor('kiln');
    await enter(only('input', 'Replace with'), 'oven');
    await pressOn(only('button', 'Replace in 8 cells'));
    expect(status()).toBe('8 cells changed');
    expect(text()).not.toMatch(/kiln/i);
    expect(text()).toContain('> For the oven in the yard.\ntags: oven, slow\npages: ovens\n');
    await press('z', { ctrlKey: true });
    expect(text()).toBe(TEXT);
    expect(status()).toMatch('of 8');
  });

  it('may be nothing, and takes away the properties that have it alone', async () => {
    await sheet();
    await lookFor('Kilns');
    await pressOn(only('button', 'Replace in 2 cells'));
    expect(text()).toContain('tags: kiln, slow\nsteps\n| open  |');
    await press('z', { ctrlKey: true });
    expect(text()).toBe(TEXT);
  });

  it('is undone from the bar until something else is typed there', async () => {
    await sheet();
    await lookFor('Sign out');
    await enter(only('input', 'Replace with'), 'Leave');
    await press('Enter');
    expect(text()).toContain('| press | Leave |');
    await enter(only('input', 'Replace with'), 'Go');
    await press('z', { ctrlKey: true });
    expect(text()).toContain('| press | Leave |');
    await press('Escape');
    await press('z', { ctrlKey: true });
    expect(text()).toBe(TEXT);
  });
});
