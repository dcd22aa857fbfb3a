import { live } from '@/api/socket';
import type { FolderChangeView } from '@/api/types';
import { store, useStore } from '@/parts/store';

/** What came in from the folder since somebody looked; several changes of one document are one. */
const news = store<readonly FolderChangeView[]>([]);

export const useFolderNews = () => useStore(news);

export const folderNewsRead = () => news.set([]);

/** Begins to hear of changes in the folder. */
export const listenToFolder = () =>
  live.listen((message) => {
    if (message.live === 'folder') news.set(message.changes.reduce(together, news.get()));
  });

function together(known: readonly FolderChangeView[], change: FolderChangeView): FolderChangeView[] {
  const before = known.find((each) => each.document === change.document);
  const rest = known.filter((each) => each !== before);
  return before ? [...rest, { ...change, from: before.from }] : [...rest, change];
}
