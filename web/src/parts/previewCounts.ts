import type { ProblemCounts } from '@/api/types';
import { store, useStore } from './store';

const counts = store<ProblemCounts | null>(null);

/** The project's problems as they would be with what is being typed; null while nothing is. */
export const setPreviewCounts = counts.set;

export const usePreviewCounts = () => useStore(counts);
