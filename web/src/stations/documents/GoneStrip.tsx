import { useState } from 'react';
import type { OpenDocument } from '@/document/openDocument';

/** Says that somebody removed the document, and brings it back. */
export function GoneStrip({ document }: { document: OpenDocument }) {
  const [wrong, setWrong] = useState('');
  const restore = async () => {
    try {
      await document.bringBack();
    } catch (failed) {
      setWrong(failed instanceof Error ? failed.message : String(failed));
    }
  };
  return (
    <div role="alert" className="mx-4 mb-2 flex items-center gap-3 bg-error-wash px-3 py-1.5">
      <span className="flex-1">{wrong || document.goneWhy}</span>
      <button type="button" className="font-medium text-accent hover:underline" onClick={restore}>
        Bring it back
      </button>
    </div>
  );
}
