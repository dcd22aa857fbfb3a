import { strFromU8, unzipSync } from 'fflate';
import { act } from 'react';
import { expect, it } from 'vitest';
import { only, pressOn, seen } from '@/testing/page';
import { problem, serve } from '@/testing/server';
import { show } from '@/testing/show';
import { until } from '@/testing/until';
import { OtherBeginnings } from './OtherBeginnings';

const NOTHING = () => new Response(null, { status: 204 });

/** A file as a field for folders gives it. */
const within = (path: string, text: string) => {
  const file = new File([text], path.slice(path.lastIndexOf('/') + 1));
  Object.defineProperty(file, 'webkitRelativePath', { value: path });
  return file;
};

const choose = async (button: string, files: File[]) => {
  const field = only('input[type=file]', button) as HTMLInputElement;
  Object.defineProperty(field, 'files', { value: files });
  await act(async () => field.dispatchEvent(new Event('change', { bubbles: true })));
};

it('takes a folder in by the paths that its files have in it, without what is hidden', async () => {
  const requests = serve({ 'POST /api/import': NOTHING() });
  show(<OtherBeginnings />);
  await choose('A folder …', [
    within('kilns/suites/firing.elmt', 'suite Firing\n'),
    within('kilns/data/rows.csv', 'a,b\n'),
    within('kilns/.git/config', 'x'),
    within('kilns/.gitignore', 'x'),
    within('kilns/node_modules/lib/rows.csv', 'x'),
    within('kilns/.elmignore', 'old'),
  ]);
  const sent = await until(() => {
    if (!requests[0]) throw new Error('Nothing was sent yet.');
    return requests[0].body as Blob;
  });
  const zip = unzipSync(new Uint8Array(await sent.arrayBuffer()));
  const files = Object.entries(zip).map(([path, content]) => [path, strFromU8(content)]);
  expect(files).toEqual([
    ['suites/firing.elmt', 'suite Firing\n'],
    ['data/rows.csv', 'a,b\n'],
    ['.elmignore', 'old'],
  ]);
});

it('says that a folder has nothing to take in', async () => {
  const requests = serve({});
  show(<OtherBeginnings />);
  await choose('A folder …', [within('kilns/.git/config', 'x')]);
  expect((await seen('[role=alert]')).textContent).toBe('There are no files in this folder.');
  expect(requests).toEqual([]);
});

it('takes the demo in, or says why not', async () => {
  const requests = serve({ 'POST /api/demo': problem(409, 'The demo goes into an empty project only.') });
  show(<OtherBeginnings />);
  await pressOn(only('button', 'The demo'));
  expect((await seen('[role=alert]')).textContent).toContain('empty project only');
  expect(requests.map((each) => `${each.method} ${each.path}`)).toEqual(['POST /api/demo']);
});
