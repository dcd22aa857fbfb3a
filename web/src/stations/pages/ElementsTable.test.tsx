import { expect, it, vi } from 'vitest';
import type { ElementTrial, ElementView, PageTrialView, PageView } from '@/api/types';
import { all, only, pressOn, text } from '@/testing/page';
import { show } from '@/testing/show';
import { ElementsTable } from './ElementsTable';

const element = (name: string, more: Partial<ElementView> = {}) =>
  ({ name, by: 'css', locator: `#${name}`, note: '', line: 1, uses: 0, ...more }) as unknown as ElementView;
const tried = (name: string, count: number | undefined, more: Partial<ElementTrial> = {}) =>
  ({ name, count, boxes: [], proposals: [], ...more }) as ElementTrial;

function table(elements: ElementView[], trials: ElementTrial[] | null) {
  const [choose, repair] = [vi.fn(), vi.fn()];
  const page = { name: 'Kilns', path: 'p.elmt', elements } as unknown as PageView;
  const trial = trials && ({ elements: trials } as unknown as PageTrialView);
  show(<ElementsTable page={page} trial={trial} chosen={null} choose={choose} repair={repair} />);
  return { choose, repair };
}

const finds = () => all('tbody tr[aria-selected] td:last-child').map((cell) => cell.textContent);

it('says how many each locator finds, once the page was tried', () => {
  table([element('Kilns'), element('Rows'), element('Old')], [tried('Kilns', 1), tried('Rows', 4), tried('Old', 0)]);
  expect(finds()).toEqual(['finds 1', 'finds 4', 'finds 0']);
  expect(text()).toContain('Not on the page now.');
});

it('says nothing of what was not tried', () => {
  table([element('Kilns')], null);
  expect(finds()).toEqual(['']);
});

it('offers the nearest to what is not there any more', async () => {
  const repairing = { by: 'role', value: 'button Send', likeness: 0.83 };
  const { repair } = table([element('Send')], [tried('Send', 0, { repair: repairing as never })]);
  expect(text()).toContain('Most like it is role button Send (83 %).');
  await pressOn(only('button', 'Use it'));
  expect(repair).toHaveBeenCalledWith(expect.objectContaining({ name: 'Send' }), 'role', 'button Send');
});

it('tries a name with places as a step has it, of which none says nothing of the others', () => {
  table(
    [element('Row of <kiln>'), element('Firing <reference>'), element('Chart of <day>')],
    [
      tried('Row of <kiln>', 1, { example: 'Row of Birch' }),
      tried('Firing <reference>', 0, { example: 'Firing EK-2033' }),
      tried('Chart of <day>', undefined),
    ],
  );
  expect(finds()).toEqual(['as Row of Birch finds 1', 'as Firing EK-2033 finds 0', 'places']);
  expect(text()).not.toContain('Not on the page now.');
});

it('warns of a locator that is fragile, and says what is wrong with one that cannot be read', () => {
  table([element('First', { fragile: 'counts' } as never)], [tried('First', 0, { fault: 'The selector ends early.' })]);
  expect(text()).toContain('fragile: counts');
  expect(text()).toContain('The selector ends early.');
});
