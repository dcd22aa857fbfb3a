import { Upload } from 'lucide-react';
import { type ReactNode, useEffect, useRef, useState } from 'react';
import { useLocation } from 'wouter';
import { inAddress, sendFile } from '@/api/client';
import { useBlocks } from '@/api/queries';
import type { FileProposals } from '@/api/types';
import { dataSetPlace } from '@/app/places';
import { nameKey } from '@/document/words';
import { asFileName } from '@/parts/asFileName';
import { useAttempt } from '@/parts/attempt';
import { Button } from '@/parts/Button';
import { counted } from '@/parts/counted';
import { ErrorStrip } from '@/parts/ErrorLine';
import { FileButton } from '@/parts/FileButton';
import { isTable } from '@/parts/isTable';
import { OneChoice } from '@/parts/OneChoice';
import { WideDialog } from '@/parts/WideDialog';
import { addToDocument } from '@/stations/documents/addToDocument';
import { ProposedSetLine, type WantedSet } from './ProposedSetLine';

const USUAL_PATH = 'data/data.elmt';
const READABLE = '.csv,.tsv,.txt,.json,.xlsx,.ods,.sqlite,.db';

/** Where a file lies if nothing is there. */
const wantedPath = (file: File) => `data/${asFileName(file.name)}`;

/** A file with what is in it, once that is known. */
interface Looked {
  file: File;
  found: FileProposals | null;
}

/** Takes a data file or pasted rows in and makes data sets of what is in it, once one has seen what that is. */
export function useSetsFromFile(): { take: (file: File | undefined) => void; dialog: ReactNode } {
  const [looked, setLooked] = useState<Looked | null>(null);
  const { attempt, wrong, setWrong } = useAttempt();
  const take = (file: File | undefined) => {
    if (!file) return;
    setLooked({ file, found: null });
    // Another file may have been taken meanwhile, or none be wanted any more.
    const tell = (looked: Looked | null) => setLooked((now) => (now?.file === file ? looked : now));
    void attempt(async () => {
      try {
        const address = `/api/proposals/${inAddress(wantedPath(file))}`;
        tell({ file, found: await sendFile<FileProposals>('POST', address, file) });
      } catch (failed) {
        tell(null);
        throw failed;
      }
    });
  };
  const taking = useRef(take);
  taking.current = take;
  useEffect(() => {
    // Rows of a spreadsheet become a file, unless they go into a cell or a field.
    const onPaste = ({ target, clipboardData }: ClipboardEvent) => {
      if ((target as Element).closest('input, textarea, [contenteditable=true], [role=dialog]')) return;
      const text = clipboardData?.getData('text/plain') ?? '';
      if (isTable(text)) taking.current(new File([text], 'pasted-rows.tsv'));
    };
    addEventListener('paste', onPaste);
    return () => removeEventListener('paste', onPaste);
  }, []);
  return {
    take,
    dialog: dialogOf(
      looked,
      () => setLooked(null),
      wrong,
      () => setWrong(''),
    ),
  };
}

function dialogOf(looked: Looked | null, close: () => void, wrong: string, closeWrong: () => void): ReactNode {
  if (looked?.found)
    return <SetsDialog key={looked.found.path} file={looked.file} found={looked.found} close={close} />;
  if (looked) {
    return (
      <WideDialog title={titleOf(looked.file)} close={close}>
        <p role="status" className="m-4 text-ink-2">
          Sending and reading it …
        </p>
      </WideDialog>
    );
  }
  return (
    wrong && (
      <WideDialog title="This file gives no data set" close={closeWrong}>
        <ErrorStrip text={wrong} className="m-4" />
      </WideDialog>
    )
  );
}

const titleOf = (file: File) => `What “${file.name}” has`;

/** The button that asks for a data file. */
export const FromFile = ({ take }: { take: (file: File | undefined) => void }) => (
  <FileButton
    words="Data sets from a file …"
    icon={<Upload size={13} aria-hidden />}
    accept={READABLE}
    take={([file]) => take(file)}
  />
);

function SetsDialog({
  file,
  found: { path, parts, sets },
  close,
}: {
  file: File;
  found: FileProposals;
  close: () => void;
}) {
  const { data: blocks } = useBlocks();
  const [all, setAll] = useState<readonly WantedSet[]>(() =>
    sets.map((set) => ({ set, name: set.name, wanted: set.broken === undefined && set.rows !== 0 })),
  );
  const [chosen, setChosen] = useState('');
  const [busy, setBusy] = useState(false);
  const { attempt, wrong } = useAttempt();
  const [, go] = useLocation();
  const own = (blocks ?? []).filter((block) => block.kind === 'data');
  // Beside its like, if there are any.
  const like = own.filter((block) => block.group === 'file');
  const documents = [...new Set([...like, ...own].map((block) => block.path))];
  const document = chosen || (documents[0] ?? USUAL_PATH);
  const wanted = all.filter((each) => each.wanted);
  const objection = objectionTo(
    wanted.map(({ name }) => name),
    own.map(({ name }) => name),
  );
  const make = async () => {
    setBusy(true);
    await attempt(async () => {
      await sendFile('PUT', `/api/files/${inAddress(path)}`, file);
      await addToDocument(document, documents.includes(document), wanted.map(textOf).join('\n\n'));
      close();
      go(dataSetPlace(wanted[0]?.name.trim() ?? ''));
    });
    setBusy(false);
  };
  const ready = blocks !== undefined && !busy && wanted.length > 0 && objection === '';
  return (
    <WideDialog
      title={titleOf(file)}
      close={close}
      actions={
        <Button kind="main" disabled={!ready} onClick={make}>
          {busy ? 'Sending …' : wanted.length === 0 ? 'Make data sets' : `Make ${counted(wanted.length, 'data set')}`}
        </Button>
      }
    >
      <div className="flex flex-none flex-wrap items-center gap-x-1.5 border-b border-hair px-4 py-2 text-ink-2">
        <span>
          The file goes to <span className="font-mono text-value text-ink">{path}</span>
          {path !== wantedPath(file) && `, since there is a ${wantedPath(file)} already`}; its data sets go to
        </span>
        {documents.length > 1 ? (
          <OneChoice
            label="Document"
            value={document}
            options={documents.map((each) => ({ value: each, word: each }))}
            onChange={setChosen}
            className="field h-6 font-mono text-value text-ink"
          />
        ) : (
          <span className="font-mono text-value text-ink">{blocks ? document : '…'}</span>
        )}
      </div>
      <ErrorStrip text={wrong || (busy ? '' : objection)} className="flex-none" />
      <div className="min-h-0 flex-1 overflow-auto">
        {all.map((each, place) => (
          <ProposedSetLine
            // biome-ignore lint/suspicious/noArrayIndexKey: what is in a file keeps its place
            key={place}
            of={each}
            change={(to) => setAll(all.map((one) => (one === each ? { ...each, ...to } : one)))}
          />
        ))}
        {parts > sets.length && (
          <p role="note" className="px-4 py-3 text-ink-2">
            These are the first {sets.length} of {parts}. Of the others, a data set is written by hand.
          </p>
        )}
      </div>
    </WideDialog>
  );
}

/** Why sets of these names cannot be made beside others; empty where they can. */
function objectionTo(names: readonly string[], others: readonly string[]): string {
  const taken = new Set(others.map(nameKey));
  for (const name of names) {
    const key = nameKey(name.trim());
    if (key === '') return 'Each data set needs a name.';
    if (/[|<>[\]]/.test(name)) return `“${name}” is no name: it may not have any of | < > [ ].`;
    if (taken.has(key)) return `There is already a data set “${name.trim()}”.`;
    taken.add(key);
  }
  return '';
}

const textOf = ({ name, set }: WantedSet) => [`data ${name.trim()}`, ...set.properties].join('\n');
