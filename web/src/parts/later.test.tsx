import { ErrorBoundary } from 'react-error-boundary';
import { afterEach, expect, it, vi } from 'vitest';
import { BrokenScreen } from '@/app/BrokenScreen';
import { only, pressOn, seen, text } from '@/testing/page';
import { clear, show } from '@/testing/show';
import { until } from '@/testing/until';
import { later, loadParts } from './later';

afterEach(() => {
  clear();
  vi.restoreAllMocks();
});

const AWAY = new Error('the server is away');

const part = () => vi.fn(async () => () => <p>here</p>);

it('shows a part as soon as it has come', async () => {
  const Part = later(async () => ({ name }: { name: string }) => <p>Kiln {name}</p>);
  show(<Part name="Ash" />);
  await until(() => expect(text()).toContain('Kiln Ash'));
});

it('asks again for a part that could not come ahead', async () => {
  const warn = vi.spyOn(console, 'warn').mockImplementation(() => {});
  const load = part().mockRejectedValueOnce(AWAY);
  const Part = later(load);
  loadParts();
  await until(() => expect(warn).toHaveBeenCalledOnce());
  show(<Part />);
  await until(() => expect(text()).toContain('here'));
  expect(load).toHaveBeenCalledTimes(2);
});

it('asks again where one tries it again', async () => {
  vi.spyOn(console, 'error').mockImplementation(() => {});
  const load = part().mockRejectedValue(AWAY);
  const Part = later(load);
  show(
    <ErrorBoundary FallbackComponent={BrokenScreen}>
      <Part />
    </ErrorBoundary>,
  );
  expect((await seen('[role=alert]')).textContent).toContain('the server is away');
  expect(load).toHaveBeenCalledOnce();
  load.mockResolvedValue(() => <p>here</p>);
  await pressOn(only('button', 'Try again'));
  await until(() => expect(text()).toContain('here'));
});
