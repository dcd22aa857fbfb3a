import { describe, expect, it } from 'vitest';
import type { SavedPlanView } from '@/api/types';
import { addressOf, choicesOf, differs, propertiesOf, selectionAt } from './planSelection';

const smoke: SavedPlanView = {
  name: 'smoke',
  path: 'plans.elmt',
  line: 1,
  tags: 'smoke',
  suites: ['Kilns', 'Members'],
  environments: [],
  browsers: ['desktop'],
  workers: 3,
};

const at = (query: string, plan?: SavedPlanView) => selectionAt(new URLSearchParams(query), plan);

describe('the selection of an address', () => {
  it('is as the saved plan has it where the address says nothing', () => {
    expect(at('plan=smoke', smoke)).toMatchObject({ tags: 'smoke', suites: ['Kilns', 'Members'] });
    expect(at('', undefined)).toEqual({ tags: '', suites: [], environments: [], browsers: [] });
  });

  it('takes away what a plan has', () => {
    expect(at('plan=smoke&tags=&suite=', smoke)).toMatchObject({ tags: '', suites: [], browsers: ['desktop'] });
  });

  it('comes back from its own address', () => {
    for (const plan of [undefined, smoke]) {
      for (const selection of [
        { tags: '', suites: [], environments: [], browsers: [] },
        { tags: 'slow', suites: ['Kilns'], environments: ['local', 'slow line'], browsers: [] },
        { tags: 'smoke', suites: ['Kilns', 'Members'], environments: [], browsers: ['desktop'] },
      ]) {
        expect(at(addressOf(selection, plan), plan)).toEqual(selection);
      }
    }
  });

  it('is short where it is that of the plan', () => {
    expect(addressOf(at('plan=smoke', smoke), smoke)).toBe('plan=smoke');
  });
});

describe('a saved plan', () => {
  it('differs by what it selects and by how it is run', () => {
    const same = at('', smoke);
    expect(differs(same, choicesOf(smoke), smoke)).toBe(false);
    expect(differs({ ...same, tags: 'slow' }, choicesOf(smoke), smoke)).toBe(true);
    expect(differs(same, { ...choicesOf(smoke), workers: 2 }, smoke)).toBe(true);
    expect(differs(same, { ...choicesOf(smoke), seen: true }, smoke)).toBe(false);
  });

  it('is written with what it selects, and without the rest', () => {
    const written = Object.fromEntries(propertiesOf(at('', smoke), { workers: 4, pictures: true }));
    expect(written).toEqual({
      tags: 'smoke',
      suites: 'Kilns, Members',
      environments: '',
      browsers: 'desktop',
      workers: '4',
      tries: '',
      'stop after': '',
      pictures: 'steps',
    });
  });
});
