import { expect, test } from 'vitest';
import { store } from './store';

test('tells all who listen, and nobody who has left', () => {
  const count = store(0);
  const heard: string[] = [];
  const leave = count.listen(() => heard.push(`a${count.get()}`));
  count.listen(() => heard.push(`b${count.get()}`));
  count.set(1);
  leave();
  count.set(2);
  expect(heard).toEqual(['a1', 'b1', 'b2']);
});
