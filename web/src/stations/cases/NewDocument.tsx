import { type ReactNode, useState } from 'react';
import { useLocation } from 'wouter';
import { post } from '@/api/client';
import type { DocumentText } from '@/api/types';
import { documentPlace } from '@/app/places';
import { authorName } from '@/document/author';
import { asDocumentName } from '@/parts/asFileName';
import { useAttempt } from '@/parts/attempt';
import { FormDialog } from '@/parts/FormDialog';
import { NameField } from '@/parts/NameField';
import { SegmentedChoice } from '@/parts/SegmentedChoice';

/** What a new document can be, with the text it begins with. */
const KINDS = {
  suite: {
    word: 'Suite, in tables',
    folder: 'suites',
    ending: 'elmt',
    text: (name: string) => `suite ${name}\n\ncase First case\nsteps\n|  |  |\n`,
    /** Where one goes on, from 1 on. */
    line: 5,
  },
  feature: {
    word: 'Feature, in Gherkin',
    folder: 'features',
    ending: 'feature',
    text: (name: string) => `Feature: ${name}\n\n  Scenario: First scenario\n`,
    line: 3,
  },
};

/** Asks for the name of a new suite or feature and makes its document. */
export function NewDocument({ children }: { children: ReactNode }) {
  const [open, setOpen] = useState(false);
  const [name, setName] = useState('');
  const [kind, setKind] = useState<keyof typeof KINDS>('suite');
  const { attempt, wrong, setWrong } = useAttempt();
  const [, go] = useLocation();
  const path = `${KINDS[kind].folder}/${asDocumentName(name)}.${KINDS[kind].ending}`;
  const make = () =>
    attempt(async () => {
      await post<DocumentText>('/api/documents', { path, text: KINDS[kind].text(name.trim()), author: authorName() });
      setOpen(false);
      setName('');
      go(documentPlace(path, { line: KINDS[kind].line }));
    });
  return (
    <FormDialog
      title={`New ${kind}`}
      open={open}
      setOpen={setOpen}
      trigger={children}
      submit={`Make the ${kind}`}
      ready={name.trim() !== ''}
      wrong={wrong}
      onSubmit={make}
    >
      <NameField
        value={name}
        onChange={(value) => {
          setName(value);
          setWrong('');
        }}
      />
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
    </FormDialog>
  );
}
