import { store, useStore } from '@/parts/store';

const KEY = 'author';

/** Who works here, as others see it; without accounts the name is asked for once. */
const author = store(localStorage.getItem(KEY) ?? '');

export const authorName = () => author.get();
export const useAuthor = () => useStore(author);

export function setAuthor(name: string) {
  localStorage.setItem(KEY, name);
  author.set(name);
}
