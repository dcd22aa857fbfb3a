import type { OpenDocument } from '@/document/openDocument';
import { useAttempt } from '@/parts/attempt';

/** Says that somebody removed the document, and brings it back. */
export function GoneStrip({ document }: { document: OpenDocument }) {
  const { attempt, wrong } = useAttempt();
  const restore = () => attempt(() => document.bringBack());
  return (
    <div role="alert" className="mx-4 mb-2 flex items-center gap-3 bg-error-wash px-3 py-1.5">
      <span className="flex-1">{wrong || document.goneWhy}</span>
      <button type="button" className="font-medium text-accent hover:underline" onClick={restore}>
        Bring it back
      </button>
    </div>
  );
}
