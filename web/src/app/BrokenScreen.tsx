import type { FallbackProps } from 'react-error-boundary';
import { reasonOf } from '@/parts/attempt';
import { Button } from '@/parts/Button';

/** Stands where a screen could not be drawn; the top line and the other stations still work. */
export function BrokenScreen({ error, resetErrorBoundary }: FallbackProps) {
  return (
    <div role="alert" className="m-6 max-w-[640px] rounded-float border border-hair-strong bg-surface p-5">
      <h1 className="text-case font-semibold">This screen could not be shown</h1>
      <p className="mt-1 text-ink-2">What you saved is safe. The reason: {reasonOf(error)}</p>
      <div className="mt-4 flex gap-2">
        <Button onClick={resetErrorBoundary}>Try again</Button>
        <Button onClick={() => location.reload()}>Reload the page</Button>
      </div>
    </div>
  );
}
