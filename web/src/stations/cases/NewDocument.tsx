import { Dialog } from 'radix-ui';
import { type FormEvent, type ReactNode, useState } from 'react';
import { useLocation } from 'wouter';
import { post, Refused } from '@/api/client';
import type { DocumentText } from '@/api/types';
import { documentPlace } from '@/app/places';
import { authorName } from '@/document/author';
import { Button } from '@/parts/Button';
import { SegmentedChoice } from '@/parts/SegmentedChoice';

/** What a new document can be, with the text it begins with. */
const KINDS = {
  suite: {
    word: 'Suite, in tables',
    folder: 'suites',
    ending: 'elmt',
    text: (name: string) => `suite ${name}\n\ncase First case\nsteps\n|  |  |\n`,
  },
  feature: {
    word: 'Feature, in Gherkin',
    folder: 'features',
    ending: 'feature',
    text: (name: string) => `Feature: ${name}\n\n  Scenario: First scenario\n`,
  },
};

/** Asks for the name of a new suite or feature and makes its document. */
export function NewDocument({ children }: { children: ReactNode }) {
  const [open, setOpen] = useState(false);
  const [name, setName] = useState('');
  const [kind, setKind] = useState<keyof typeof KINDS>('suite');
  const [wrong, setWrong] = useState('');
  const [, go] = useLocation();
  const path = `${KINDS[kind].folder}/${name
    .trim()
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-|-$/g, '')}.${KINDS[kind].ending}`;
  const make = async (event: FormEvent) => {
    event.preventDefault();
    try {
      await post<DocumentText>('/api/documents', { path, text: KINDS[kind].text(name.trim()), author: authorName() });
      setOpen(false);
      setName('');
      go(documentPlace(path));
    } catch (refused) {
      setWrong(refused instanceof Refused ? refused.message : String(refused));
    }
  };
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger asChild>{children}</Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/20" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-24 left-1/2 z-50 w-[420px] -translate-x-1/2 rounded-float border border-hair-strong bg-raised p-4 shadow-float"
        >
          <Dialog.Title className="mb-3 text-case font-semibold">New {kind}</Dialog.Title>
          <form onSubmit={make} className="flex flex-col gap-3">
            <label className="flex flex-col gap-1 text-small text-ink-2">
              Name
              <input
                value={name}
                required
                className="field text-base text-ink"
                onChange={(event) => {
                  setName(event.target.value);
                  setWrong('');
                }}
              />
            </label>
            <div>
              <SegmentedChoice
                label="What it is"
                options={[
                  { value: 'suite', word: KINDS.suite.word },
                  { value: 'feature', word: KINDS.feature.word },
                ]}
                value={kind}
                onChange={setKind}
              />
            </div>
            <p className="min-h-5 text-small text-ink-3">
              {name.trim() !== '' && (
                <>
                  Its document is <span className="font-mono">{path}</span>
                </>
              )}
            </p>
            {wrong && (
              <p role="alert" className="text-failed">
                {wrong}
              </p>
            )}
            <div className="flex justify-end gap-2">
              <Dialog.Close asChild>
                <Button>Cancel</Button>
              </Dialog.Close>
              <Button kind="main" type="submit" disabled={name.trim() === ''}>
                Make the {kind}
              </Button>
            </div>
          </form>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
