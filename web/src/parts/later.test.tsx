import { expect, it, vi } from 'vitest';
import { text } from '@/testing/page';
import { show } from '@/testing/show';
import { later, loadParts } from './later';

it('shows a part as soon as it has come', async () => {
  const Part = later(async () => ({ name }: { name: string }) => <p>Kiln {name}</p>);
  show(<Part name="Ash" />);
  await vi.waitFor(() => expect(text()).toContain('Kiln Ash'));
});

it('asks again for a part that could not come ahead', async () => {
  const warn = vi.spyOn(console, 'warn').mockImplementation(() => {});
  const load = vi.fn(async () => () => <p>here</p>).mockRejectedValueOnce(new Error('the server is away'));
  const Part = later(load);
  loadParts();
  await vi.waitFor(() => expect(warn).toHaveBeenCalledOnce());
  show(<Part />);
  await vi.waitFor(() => expect(text()).toContain('here'));
  expect(load).toHaveBeenCalledTimes(2);
});
