import { useMemo } from 'react';
import { useKeywords, useTree } from '@/api/queries';
import type { KeywordView, SuiteNode } from '@/api/types';
import type { OpenDocument } from '@/document/openDocument';
import { nameKey } from '@/document/words';
import { SheetSession } from '@/sheet/session';

/** Sheets keep their cursor while one looks elsewhere. */
const sessions = new WeakMap<OpenDocument, SheetSession>();

export function sessionOf(document: OpenDocument): SheetSession {
  const session = sessions.get(document) ?? new SheetSession(document);
  sessions.set(document, session);
  return session;
}

export function useKeywordsByName(): ReadonlyMap<string, KeywordView> {
  const { data: keywords } = useKeywords();
  return useMemo(() => new Map((keywords ?? []).map((keyword) => [nameKey(keyword.name), keyword])), [keywords]);
}

/** The suite of a document as the project's tree has it. */
export function useSuiteInTree(path: string): SuiteNode | undefined {
  const { data: tree } = useTree();
  return tree?.suites.find((each) => each.path === path);
}
