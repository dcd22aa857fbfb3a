import { useCallback, useState } from 'react';

/** Why something failed, in words. */
export const reasonOf = (failed: unknown): string => (failed instanceof Error ? failed.message : String(failed));

/**
 * Does what may fail, one thing after the other, and keeps why the last one did.
 *
 * @returns `attempt` gives whether all went well; `wrong` is empty as long as it did
 */
export function useAttempt() {
  const [wrong, setWrong] = useState('');
  const attempt = useCallback(async (work: () => unknown): Promise<boolean> => {
    setWrong('');
    try {
      await work();
      return true;
    } catch (failed) {
      setWrong(reasonOf(failed));
      return false;
    }
  }, []);
  return { attempt, wrong, setWrong };
}
