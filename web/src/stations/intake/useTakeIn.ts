import { useEffect } from 'react';
import { useLocation } from 'wouter';
import { inAddress, sendFile } from '@/api/client';
import { intakePlace } from '@/app/places';
import { asFileName } from '@/parts/asFileName';
import { useAttempt } from '@/parts/attempt';
import { isTable } from '@/parts/isTable';
import { isTyping } from '@/parts/typing';

export const TAKEN = '.xlsx,.ods,.csv,.tsv';

/** Puts spreadsheets into the project's intake folder and goes to them; rows that are pasted become one. */
export function useTakeIn(sheets: readonly string[], taken: () => void) {
  const [, go] = useLocation();
  const { attempt, wrong, setWrong } = useAttempt();
  const put = (path: string, content: Blob) =>
    attempt(async () => {
      await sendFile('PUT', `/api/files/${inAddress(path)}`, content);
      taken();
      go(intakePlace(path));
    });
  const take = (file: File | undefined) => {
    if (!file) return;
    if (!TAKEN.split(',').some((ending) => file.name.toLowerCase().endsWith(ending))) {
      return setWrong(`“${file.name}” is no spreadsheet; take one that ends in ${TAKEN.replaceAll(',', ', ')}.`);
    }
    void put(`intake/${asFileName(file.name)}`, file);
  };
  useEffect(() => {
    const onPaste = (event: ClipboardEvent) => {
      if (isTyping(event)) return;
      const file = event.clipboardData?.files[0];
      const text = event.clipboardData?.getData('text/plain') ?? '';
      if (file) return take(file);
      if (isTable(text)) void put(freeName(sheets), new Blob([text]));
      else setWrong('What was pasted is no table. Copy rows of a spreadsheet together with their headings.');
    };
    addEventListener('paste', onPaste);
    return () => removeEventListener('paste', onPaste);
  });
  return { take, wrong };
}

function freeName(sheets: readonly string[]): string {
  for (let number = 1; ; number++) {
    const path = `intake/pasted-scenarios${number === 1 ? '' : `-${number}`}.tsv`;
    if (!sheets.includes(path)) return path;
  }
}
