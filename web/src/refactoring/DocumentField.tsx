import { useState } from 'react';
import { useTree } from '@/api/queries';
import type { TreeView } from '@/api/types';
import { OneChoice } from '@/parts/OneChoice';
import { PathField } from '@/parts/PathField';
import { Wrong } from '@/parts/Wrong';

const NEW = 'new';

const folderOf = (path: string) => path.slice(0, path.lastIndexOf('/') + 1);

/** The documents that a block of one can move to, those in the same folder first. */
function others(tree: TreeView, from: string) {
  const names = new Map(tree.suites.map(({ path, name }) => [path, name]));
  const near = (path: string) => (folderOf(path) === folderOf(from) ? 0 : 1);
  return [...new Set([...names.keys(), ...tree.documents.map(({ path }) => path)])]
    .filter((path) => path.endsWith('.elmt') && path !== from)
    .sort((a, b) => near(a) - near(b) || a.localeCompare(b))
    .map((path) => ({ value: path, word: names.has(path) ? `${names.get(path)} (${path})` : path }));
}

/** Asks for another document of the project, or for the path of a new one. */
export function DocumentField({
  label,
  from,
  path,
  onChange,
}: {
  label: string;
  from: string;
  /** The chosen one, or the empty text. */
  path: string;
  onChange: (path: string) => void;
}) {
  const { data: tree, error, refetch } = useTree();
  const [making, setMaking] = useState(false);
  if (!tree) return <Wrong what="The documents" error={error} again={refetch} />;
  const options = [
    ...(path === '' && !making ? [{ value: '', word: 'Choose one' }] : []),
    ...others(tree, from),
    { value: NEW, word: 'A new document' },
  ];
  const choose = (chosen: string) => {
    setMaking(chosen === NEW);
    onChange(chosen === NEW ? `${folderOf(from)}new.elmt` : chosen);
  };
  return (
    <div className="mx-4 mt-3 flex flex-col gap-2 text-small text-ink-2">
      {label}
      <OneChoice
        label={label}
        value={making ? NEW : path}
        options={options}
        onChange={choose}
        className="field text-base text-ink"
      />
      {making && <PathField value={path} onChange={onChange} />}
    </div>
  );
}
