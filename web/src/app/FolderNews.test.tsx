import { afterEach, expect, it } from 'vitest';
import { live } from '@/api/socket';
import { folderNewsRead, listenToFolder } from '@/document/folderNews';
import { all, only, pressOn, seen, text } from '@/testing/page';
import { serve } from '@/testing/server';
import { show } from '@/testing/show';
import { fakeSockets } from '@/testing/socket';
import { FolderNews } from './FolderNews';

const SUITE = 'suite S\n\ncase one\nsteps\n| log | a |\n';
let stop = () => {};

afterEach(() => {
  stop();
  folderNewsRead();
});

/** The line, after the folder changed a document twice, and another one went. */
function changed() {
  live.close();
  const socket = fakeSockets();
  stop = listenToFolder();
  const leave = live.listen(() => {});
  show(<FolderNews />);
  socket().open();
  socket().say(
    { live: 'folder', changes: [{ path: 'a.elmt', document: 1, from: 3, to: 4 }] },
    {
      live: 'folder',
      changes: [
        { path: 'a.elmt', document: 1, from: 4, to: 5 },
        { path: 'b.elmt', document: 2, from: 9 },
      ],
    },
  );
  return leave;
}

it('tells what came in from the folder, a document once, and shows it as tables', async () => {
  serve({
    'GET /api/documents/1/texts/3': { id: 1, path: 'a.elmt', version: 3, text: SUITE },
    'GET /api/documents/1/texts/5': { id: 1, path: 'a.elmt', version: 5, text: SUITE.replace('| a |', '| b |') },
  });
  const leave = changed();
  expect(text()).toContain('folder changed 2 documents');
  await pressOn(only('button', 'See what'));
  const added = await seen('tr[data-change=added]');
  expect(added.textContent).toContain('logb');
  expect(only('section', 'b.elmt').textContent).toContain('removed');
  await pressOn(only('button', 'Close'));
  expect(all('[role=status]')).toEqual([]);
  leave();
});

it('says nothing where only the problems of files are others', () => {
  live.close();
  const socket = fakeSockets();
  stop = listenToFolder();
  show(<FolderNews />);
  socket().open();
  socket().say({ live: 'folder', changes: [] });
  expect(all('[role=status]')).toEqual([]);
});
