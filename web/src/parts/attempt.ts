import { useCallback, useState } from 'react';

/** Why something failed, in words. */
export const reasonOf = (failed: unknown): string => (failed instanceof Error ? failed.message : String(failed));

/** Does what may fail, and says in `wrong` why the last one did; it is empty where all went well. */
export function useAttempt() {
  const [wrong, setWrong] = useState('');
  const attempt = useCallback(async (work: () => unknown): Promise<void> => {
    setWrong('');
    try {
      await work();
    } catch (failed) {
      setWrong(reasonOf(failed));
    }
  }, []);
  return { attempt, wrong, setWrong };
}
