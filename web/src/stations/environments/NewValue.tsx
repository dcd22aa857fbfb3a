import { useQueryClient } from '@tanstack/react-query';
import { Plus } from 'lucide-react';
import { type FormEvent, useState } from 'react';
import type { EnvironmentsView } from '@/api/types';
import { nameKey } from '@/document/words';
import { reasonOf } from '@/parts/attempt';
import { Button, LinkButton } from '@/parts/Button';
import { declareValue } from './setValue';

/** Adds a name to the grid; those that are like another environment take its value over. */
export function NewValue({
  view,
  working,
  failed,
  added,
}: {
  view: EnvironmentsView;
  /** The environment in force. */
  working: string;
  failed: (why: string) => void;
  added: (name: string, of: string) => void;
}) {
  const [open, setOpen] = useState(false);
  const [name, setName] = useState('');
  const [secret, setSecret] = useState(false);
  const queries = useQueryClient();
  const roots = view.environments.filter((each) => !each.like);
  const of = roots.find((each) => each.name === working) ?? roots[0];
  const known = view.values.some((each) => nameKey(each.name) === nameKey(name));
  const close = () => {
    setOpen(false);
    setName('');
    setSecret(false);
  };
  const add = async (event: FormEvent) => {
    event.preventDefault();
    if (!of || known || name.trim() === '') return;
    failed('');
    try {
      await declareValue(of, name.trim(), secret);
      added(name.trim(), of.name);
      close();
    } catch (why) {
      failed(reasonOf(why));
    }
    await queries.invalidateQueries({ queryKey: ['environments'] });
  };
  if (!of) return null;
  if (!open) {
    return (
      <LinkButton className="mt-2 inline-flex items-center gap-1" onClick={() => setOpen(true)}>
        <Plus size={14} aria-hidden />
        value
      </LinkButton>
    );
  }
  return (
    <form
      aria-label="New value"
      onSubmit={add}
      onKeyDown={(event) => event.key === 'Escape' && close()}
      className="mt-2 flex items-center gap-3"
    >
      <input
        // biome-ignore lint/a11y/noAutofocus: it was asked for just now
        autoFocus
        value={name}
        aria-label="Name of the value"
        placeholder="name"
        spellCheck={false}
        className="field w-48"
        onChange={(event) => setName(event.target.value)}
      />
      <label className="flex items-center gap-1.5">
        <input type="checkbox" checked={secret} onChange={(event) => setSecret(event.target.checked)} />
        secret
      </label>
      <Button type="submit" disabled={name.trim() === '' || known}>
        Add it to {of.name}
      </Button>
      {known && <span className="text-failed">“{name.trim()}” is there already.</span>}
    </form>
  );
}
