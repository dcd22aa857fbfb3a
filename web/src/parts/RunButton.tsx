import { Play } from 'lucide-react';
import { useState } from 'react';
import { Button } from './Button';
import { counted } from './counted';

/** Starts a run of a case, and says why it did not begin. */
export function RunButton({ count, run }: { count: number; run: () => Promise<string | null> }) {
  const [wrong, setWrong] = useState<string | null>(null);
  return (
    <>
      {wrong && (
        <span role="alert" className="text-failed">
          {wrong}
        </span>
      )}
      <Button small onClick={async () => setWrong(await run())}>
        <Play size={11} aria-hidden />
        Run {counted(count, 'case')}
      </Button>
    </>
  );
}
