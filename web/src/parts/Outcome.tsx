import type { Outcome as Word } from '@/api/types';

export type Shown = Word | 'running';

const SHAPES: Record<Shown, { small: string; large: string; colour: string; word: string }> = {
  passed: {
    small:
      'M12.7 1.3C8 .9 4 2 2.4 4.9 1.4 6.8 1.7 8.9 2.8 10.2L1.2 11.9l.9.9 2.2-2.2c1.8 1.3 4.2 1.2 5.9-.5 2.2-2.2 2.9-5.6 2.5-8.8ZM4.2 9 8.7 4.5l.8.8L5 9.8Z',
    large:
      'M18.2 1.8C11.6 1.2 5.8 2.8 3.4 7 2 9.6 2.3 12.6 3.9 14.6L1.6 17l1.3 1.3 2.9-2.9c2.7 1.9 6.2 1.6 8.7-.9 3.2-3.2 4.2-8 3.7-12.7ZM5.4 13.1 12.4 6.1l1.1 1.1-7 7Z',
    colour: 'text-passed',
    word: 'passed',
  },
  failed: { small: 'M2 2h6.5v3.5H12V12H2Z', large: 'M3 3h9v5h5v9H3Z', colour: 'text-failed', word: 'failed' },
  error: { small: 'M7 1.6 13.2 12.4H.8Z', large: 'M10 2.2 18.8 17.6H1.2Z', colour: 'text-error', word: 'error' },
  blocked: {
    small:
      'M7 1a6 6 0 1 1 0 12A6 6 0 0 1 7 1Zm0 1.6A4.4 4.4 0 0 0 2.7 6h8.6A4.4 4.4 0 0 0 7 2.6ZM2.7 8a4.4 4.4 0 0 0 8.6 0Z',
    large:
      'M10 1.5a8.5 8.5 0 1 1 0 17 8.5 8.5 0 0 1 0-17Zm0 2.1A6.4 6.4 0 0 0 3.8 8.5h12.4A6.4 6.4 0 0 0 10 3.6ZM3.8 11.5a6.4 6.4 0 0 0 12.4 0Z',
    colour: 'text-blocked',
    word: 'blocked',
  },
  skipped: { small: 'M3 6h8v2H3Z', large: 'M4 8.6h12v2.8H4Z', colour: 'text-skipped', word: 'skipped' },
  'not-run': { small: '', large: '', colour: 'text-not-run', word: 'not run' },
  running: { small: '', large: '', colour: 'text-running motion-safe:animate-turn', word: 'running' },
};

/** An outcome's mark: readable by its shape alone. Nothing at all is shown as not run. */
export function Outcome({ of, size = 14 }: { of?: Shown; size?: 12 | 14 | 20 }) {
  const outcome = of ?? 'not-run';
  const { small, large, colour, word } = SHAPES[outcome];
  const box = size === 20 ? 20 : 14;
  return (
    <svg
      role="img"
      aria-label={word}
      width={size}
      height={size}
      viewBox={`0 0 ${box} ${box}`}
      className={`block flex-none ${colour}`}
    >
      <title>{word}</title>
      {outcome === 'not-run' && (
        <circle
          cx={box / 2}
          cy={box / 2}
          r={box === 20 ? 4.8 : 3.3}
          fill="none"
          stroke="currentColor"
          strokeWidth={box === 20 ? 1.8 : 1.4}
        />
      )}
      {outcome === 'running' && (
        <path
          fill="none"
          stroke="currentColor"
          strokeWidth={box === 20 ? 2.6 : 2}
          d={box === 20 ? 'M10 3.2A6.8 6.8 0 1 1 3.2 10' : 'M7 2.2A4.8 4.8 0 1 1 2.2 7'}
        />
      )}
      {(box === 20 ? large : small) && <path fill="currentColor" fillRule="evenodd" d={box === 20 ? large : small} />}
    </svg>
  );
}

export const outcomeWord = (outcome?: Shown) => SHAPES[outcome ?? 'not-run'].word;
export const outcomeColour = (outcome?: Shown) => SHAPES[outcome ?? 'not-run'].colour.split(' ')[0] ?? '';
/** The order in which outcomes are counted and barred. */
export const OUTCOMES: Word[] = ['passed', 'failed', 'error', 'blocked', 'skipped', 'not-run'];
