import { expect, it } from 'vitest';
import { only } from '@/testing/page';
import { show } from '@/testing/show';
import { OUTCOMES, Outcome, outcomeWord, type Shown } from './Outcome';

const all: Shown[] = [...OUTCOMES, 'running'];

it.each([14, 20] as const)('is told by its shape alone, at %i pixels', (size) => {
  show(all.map((one) => <Outcome key={one} of={one} size={size} />));
  const shapes = all.map((one) => only('[role=img]', outcomeWord(one)).innerHTML.replace(/<title>.*?<\/title>/, ''));
  expect(new Set(shapes).size).toBe(all.length);
});

it('shows what has no outcome as not run', () => {
  show(<Outcome />);
  expect(only('[role=img]', 'not run')).toBeTruthy();
});
