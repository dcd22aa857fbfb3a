import { useState } from 'react';
import type { OpenDocument } from '@/document/openDocument';
import { replaceText } from '@/document/replaceText';
import { Difference } from '@/lens/Difference';
import { Button } from '@/parts/Button';
import { ellipsis } from '@/parts/ellipsis';
import { FileButton } from '@/parts/FileButton';
import { WideDialog } from '@/parts/WideDialog';

/** Takes the text of another file in place of this one, once one has seen what that changes. */
export function Replacement({ document }: { document: OpenDocument }) {
  const [chosen, setChosen] = useState<{ name: string; text: string } | null>(null);
  const [wrong, setWrong] = useState('');
  const take = async (files: readonly File[]) => {
    const [file] = files;
    if (!file) return;
    try {
      const bytes = await file.arrayBuffer();
      const text = new TextDecoder('utf-8', { fatal: true }).decode(bytes);
      setWrong('');
      setChosen({ name: file.name, text: text.replace(/\r\n?/g, '\n') });
    } catch {
      setWrong(`“${file.name}” is not UTF-8; save it as UTF-8 first.`);
    }
  };
  return (
    <>
      {wrong && (
        <span role="alert" ref={ellipsis} className="text-failed">
          {wrong}
        </span>
      )}
      <FileButton words="Replace …" accept=".csv,.tsv,text/csv,text/tab-separated-values" take={take} />
      {chosen && (
        <WideDialog
          title={`What “${chosen.name}” changes in ${document.path}`}
          close={() => setChosen(null)}
          actions={
            <Button
              kind="main"
              disabled={chosen.text === document.state.doc.toString()}
              onClick={() => {
                document.edit((state) => replaceText(state, chosen.text));
                setChosen(null);
              }}
            >
              Take these rows
            </Button>
          }
        >
          <div className="min-h-0 flex-1 overflow-auto">
            <Difference before={document.state.doc.toString()} after={chosen.text} path={document.path} />
          </div>
        </WideDialog>
      )}
    </>
  );
}
