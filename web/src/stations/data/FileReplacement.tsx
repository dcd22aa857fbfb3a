import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { inAddress, sendFile } from '@/api/client';
import type { ReplacedSet } from '@/api/types';
import { Difference } from '@/lens/Difference';
import { reasonOf } from '@/parts/attempt';
import { Button } from '@/parts/Button';
import { ellipsis } from '@/parts/ellipsis';
import { FileButton } from '@/parts/FileButton';
import { WideDialog } from '@/parts/WideDialog';

/** Takes another file in place of one that is no text, once one has seen what it changes in the data sets. */
export function FileReplacement({ path }: { path: string }) {
  const [chosen, setChosen] = useState<{ file: File; sets: ReplacedSet[] } | null>(null);
  const [wrong, setWrong] = useState('');
  const queries = useQueryClient();
  const compare = async (files: readonly File[]) => {
    const [file] = files;
    if (!file) return;
    setWrong('');
    try {
      const sets = await sendFile<ReplacedSet[]>('POST', `/api/replacements/${inAddress(path)}`, file);
      setChosen({ file, sets });
    } catch (failed) {
      setWrong(`“${file.name}” could not be compared: ${reasonOf(failed)}`);
    }
  };
  const take = async (file: File) => {
    try {
      await sendFile('PUT', `/api/files/${inAddress(path)}`, file);
      setChosen(null);
      await queries.invalidateQueries({ queryKey: ['data'] });
    } catch (failed) {
      setChosen(null);
      setWrong(`“${file.name}” could not be taken: ${reasonOf(failed)}`);
    }
  };
  return (
    <>
      {wrong && (
        <span role="alert" ref={ellipsis} className="text-failed" title={wrong}>
          {wrong}
        </span>
      )}
      <FileButton words="Replace the file …" accept={path.slice(path.lastIndexOf('.'))} take={compare} />
      {chosen && (
        <WideDialog
          title={`What “${chosen.file.name}” changes in ${path}`}
          close={() => setChosen(null)}
          actions={
            <Button kind="main" onClick={() => take(chosen.file)}>
              Take this file
            </Button>
          }
        >
          <div className="min-h-0 flex-1 overflow-auto">
            {chosen.sets.map((set) => (
              <ChangedSet key={set.name} set={set} />
            ))}
          </div>
        </WideDialog>
      )}
    </>
  );
}

function ChangedSet({ set }: { set: ReplacedSet }) {
  return (
    <section aria-label={`Data set ${set.name}`} className="border-b border-hair pt-3 last:border-0">
      <h3 className="px-4 text-case font-semibold">{set.name}</h3>
      {set.broken && (
        <p role="alert" className="mx-4 mt-1 bg-error-wash px-3 py-1.5">
          It could not be read any more: {set.broken}
        </p>
      )}
      {set.compared !== undefined && (
        <p className="px-4 pt-1 text-ink-2">The first {set.compared.toLocaleString('en')} rows are compared.</p>
      )}
      {!set.broken && <Difference before={set.before} after={set.after} path="rows.csv" />}
    </section>
  );
}
