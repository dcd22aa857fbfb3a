import { Plus } from 'lucide-react';
import { type ButtonHTMLAttributes, type ReactNode, useState } from 'react';
import { useLocation } from 'wouter';
import { useBlocks } from '@/api/queries';
import { documentPlace } from '@/app/places';
import { newBlockText } from '@/document/blockEdits';
import { nameKey } from '@/document/words';
import { useAttempt } from '@/parts/attempt';
import { FormDialog } from '@/parts/FormDialog';
import { NameField } from '@/parts/NameField';
import { OneChoice } from '@/parts/OneChoice';
import { addToDocument } from './addToDocument';

const nounOf = (kind: string) => (kind === 'data' ? 'data set' : kind);

/** Asks for the name of a new block and makes it, in a document that has such blocks or in a new one. */
export function NewBlock({
  kinds,
  station,
  usualPath,
  fixedNames,
  proposed = '',
  trigger,
  text = newBlockText,
  made,
}: {
  /** The words of the kinds that can be made. */
  kinds: readonly string[];
  station: string;
  /** Where it goes if the project has no such document. */
  usualPath: string;
  /** The names that one chooses from where a kind has no others. */
  fixedNames?: Record<string, readonly string[]>;
  /** The name that the field begins with. */
  proposed?: string;
  /** What opens the form, where it is no plus. */
  trigger?: ReactNode;
  /** What it is written as at first. */
  text?: (kind: string, name: string) => string;
  /** What happens with it; without that its document opens. */
  made?: (name: string, path: string) => void;
}) {
  const { data: blocks } = useBlocks();
  const [open, setOpen] = useState(false);
  const [kind, setKind] = useState(kinds[0] as string);
  const [name, setName] = useState(proposed);
  const [chosen, setChosen] = useState('');
  const { attempt, wrong, setWrong } = useAttempt();
  const [, go] = useLocation();
  // Beside its like, if there are any: which one comes first may mean something.
  const like = (blocks ?? []).filter((block) => block.kind === kind);
  const near = (blocks ?? []).filter((block) => kinds.includes(block.kind));
  const paths = [...new Set((like.length > 0 ? like : near).map((block) => block.path))];
  const path = chosen || paths[0] || usualPath;
  const fixed = fixedNames?.[kind];
  const said = fixed && !fixed.includes(name) ? (fixed[0] as string) : name.trim();
  const taken =
    kind !== 'hook' &&
    (blocks ?? []).some((block) => block.kind === kind && nameKey(block.name) === nameKey(said) && said !== '');
  const make = async () => {
    if (taken) return setWrong(`There is already a ${nounOf(kind)} “${said}”.`);
    await attempt(async () => {
      const line = await addToDocument(path, paths.includes(path), text(kind, said));
      setOpen(false);
      setName('');
      if (made) made(said, path);
      else go(documentPlace(path, { line, station }));
    });
  };
  return (
    <FormDialog
      title={`New ${nounOf(kind)}`}
      open={open}
      setOpen={setOpen}
      trigger={trigger ?? <PlusButton kinds={kinds} />}
      submit={`Make the ${nounOf(kind)}`}
      ready={blocks !== undefined && said !== ''}
      wrong={wrong}
      onSubmit={make}
    >
      {kinds.length > 1 && <Choice label="Kind" value={kind} options={kinds} onChange={(value) => setKind(value)} />}
      {fixed ? (
        <Choice label="When" value={said} options={fixed} onChange={(value) => setName(value)} />
      ) : (
        <NameField
          value={name}
          onChange={(value) => {
            setName(value);
            setWrong('');
          }}
        />
      )}
      {paths.length > 1 ? (
        <Choice label="Document" value={path} options={paths} onChange={setChosen} />
      ) : (
        <p className="text-small text-ink-3">
          Its document is <span className="font-mono">{path}</span>
        </p>
      )}
    </FormDialog>
  );
}

/** Takes what the form's trigger is given, such as its handler and reference. */
function PlusButton({ kinds, ...rest }: { kinds: readonly string[] } & ButtonHTMLAttributes<HTMLButtonElement>) {
  return (
    <button
      {...rest}
      type="button"
      title={`New ${kinds.map(nounOf).join(' or ')}`}
      aria-label={`New ${kinds.map(nounOf).join(' or ')}`}
      className="grid size-[26px] flex-none place-items-center rounded-field border border-hair-strong bg-surface hover:border-field"
    >
      <Plus size={14} aria-hidden />
    </button>
  );
}

function Choice({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: string;
  options: readonly string[];
  onChange: (value: string) => void;
}) {
  return (
    <div className="flex flex-col gap-1 text-small text-ink-2">
      {label}
      <OneChoice
        label={label}
        value={value}
        options={options.map((option) => ({ value: option, word: option }))}
        onChange={onChange}
        className="field text-base text-ink"
      />
    </div>
  );
}
