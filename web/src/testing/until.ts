import { vi } from 'vitest';

/** Generous, since other tests may have the processors; a test that works never waits so long. */
const PATIENCE = { timeout: 20_000 };

/** Waits until something holds, which throws as long as it does not. */
export const until = <T>(check: () => T | Promise<T>) => vi.waitFor(check, PATIENCE);
