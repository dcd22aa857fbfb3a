import { ErrorBoundary } from 'react-error-boundary';
import { expect, it, vi } from 'vitest';
import { all, only, pressOn, text } from '@/testing/page';
import { show } from '@/testing/show';
import { BrokenScreen } from './BrokenScreen';

let broken = false;

function Screen() {
  if (broken) throw new Error('no such row');
  return <p>drawn</p>;
}

it('says why a screen could not be drawn and tries it again', async () => {
  vi.spyOn(console, 'error').mockImplementation(() => {});
  broken = true;
  show(
    <ErrorBoundary FallbackComponent={BrokenScreen}>
      <Screen />
    </ErrorBoundary>,
  );
  expect(only('[role=alert]').textContent).toContain('no such row');
  broken = false;
  await pressOn(only('button', 'Try again'));
  expect(text()).toContain('drawn');
  expect(all('[role=alert]')).toEqual([]);
});
