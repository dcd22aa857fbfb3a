import { useQuery } from '@tanstack/react-query';
import { Dialog } from 'radix-ui';
import { type KeyboardEvent, useRef, useState } from 'react';
import type { PlaceView, RefactoringPreview, TakenView } from '@/api/types';
import { Difference } from '@/lens/Difference';
import { useAttempt } from '@/parts/attempt';
import { Button } from '@/parts/Button';
import { ErrorStrip } from '@/parts/ErrorLine';
import { ellipsis } from '@/parts/ellipsis';
import { DocumentField } from './DocumentField';
import { carryOut, previewOf, type RefactoringAsk, WORDS } from './refactorings';

const same = (a: PlaceView, b: PlaceView) => a.path === b.path && a.line === b.line;

/** A refactoring before it is made: its name, the places it concerns, before and after. */
export function RefactoringPanel({
  ask,
  close,
  onClosed,
}: {
  ask: RefactoringAsk;
  close: () => void;
  /** Takes the keyboard once it is closed; what had it before does, where nothing is said. */
  onClosed?: () => void;
}) {
  const words = WORDS[ask.what];
  const [name, setName] = useState(ask.name ?? '');
  const [except, setExcept] = useState<readonly PlaceView[]>([]);
  const { attempt, wrong, setWrong } = useAttempt();
  const fields = useRef<HTMLDivElement>(null);
  const [before] = useState(() => document.activeElement);
  const ready = !(words.name || words.document) || name.trim() !== '';
  const { data: preview, error } = useQuery({
    queryKey: ['refactoring', ask, name, except],
    queryFn: () => previewOf(ask, name, except),
    // Without a name there is one to show what it would be.
    enabled: ready || ask.what === 'extract keyword',
    placeholderData: (before) => before,
    staleTime: 0,
    gcTime: 0,
  });
  const places = (preview?.places ?? []).filter((place) => !except.some((left) => same(left, place)));
  const possible = ready && preview !== undefined && !preview.refusal && !error && preview.documents.length > 0;
  const make = async () => {
    if (!possible) return;
    await attempt(async () => {
      // As it is now: what is shown may be a moment old.
      await carryOut(ask, await previewOf(ask, name, except));
      close();
    });
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) {
      event.preventDefault();
      void make();
    }
  };
  const named = (next: string) => {
    setName(next);
    setWrong('');
  };
  const said = wrong || error?.message || (ready ? preview?.refusal : undefined);
  return (
    <Dialog.Root open onOpenChange={(open) => !open && close()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-ink/10" />
        <Dialog.Content
          aria-describedby={undefined}
          onKeyDown={onKeyDown}
          onCloseAutoFocus={(event) => {
            event.preventDefault();
            if (onClosed) onClosed();
            else if (before instanceof HTMLElement) before.focus();
          }}
          onOpenAutoFocus={(event) => {
            const first = fields.current?.querySelector<HTMLElement>('input, button');
            if (!first) return;
            event.preventDefault();
            if (first instanceof HTMLInputElement) first.select();
            else first.focus();
          }}
          className="fixed top-10 right-0 bottom-0 z-50 flex w-[640px] max-w-[90vw] flex-col border-l border-hair-strong bg-surface shadow-float"
        >
          <div className="flex h-11 flex-none items-center gap-3 border-b border-hair px-4">
            <Dialog.Title ref={ellipsis} className="flex-1 text-case font-semibold">
              {words.title}
            </Dialog.Title>
            <Button kind="main" disabled={!possible} onClick={make}>
              {words.act(places.length)}
              <span className="text-small font-normal opacity-80">Ctrl Enter</span>
            </Button>
            <Dialog.Close asChild>
              <Button>Cancel</Button>
            </Dialog.Close>
          </div>
          <div className="min-h-0 flex-1 overflow-y-auto pb-8">
            <div ref={fields}>
              {words.name && <NameOf label={words.name} name={name} setName={named} />}
              {words.document && <DocumentField label={words.document} from={ask.path} path={name} onChange={named} />}
            </div>
            <ErrorStrip text={said} className="mx-4 mt-2" />
            {(preview?.warnings ?? []).map((warning) => (
              <p key={warning} className="mx-4 mt-2 bg-sunk px-3 py-1.5 text-ink-2">
                {warning}
              </p>
            ))}
            {preview && <Places all={preview.places} except={except} setExcept={setExcept} />}
            {preview && <Takes takes={preview.takes} gives={preview.gives} />}
            {preview && !preview.refusal && <Documents preview={preview} />}
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

function NameOf({ label, name, setName }: { label: string; name: string; setName: (name: string) => void }) {
  return (
    <label className="mx-4 mt-3 flex flex-col border-2 border-select-edge bg-raised px-2.5 pt-1 pb-1.5">
      <span className="text-caption text-ink-3">{label}</span>
      <input
        value={name}
        aria-label={label}
        spellCheck={false}
        className="bg-transparent text-title font-semibold outline-none"
        onChange={(event) => setName(event.target.value)}
      />
    </label>
  );
}

/** The places where the same steps stand; each but the chosen one can be left as it is. */
function Places({
  all,
  except,
  setExcept,
}: {
  all: readonly PlaceView[];
  except: readonly PlaceView[];
  setExcept: (except: readonly PlaceView[]) => void;
}) {
  if (all.length < 2) return null;
  return (
    <section aria-label="Places" className="px-4 pt-3">
      <h3 className="mb-1 font-semibold">The same steps stand in {all.length} places</h3>
      <ul>
        {all.map((place, index) => {
          const taken = !except.some((left) => same(left, place));
          return (
            <li key={`${place.path} ${place.line}`} className="border-b border-hair">
              <label className="flex h-7 items-center gap-2">
                <input
                  type="checkbox"
                  checked={taken}
                  disabled={index === 0}
                  onChange={() => setExcept(taken ? [...except, place] : except.filter((left) => !same(left, place)))}
                />
                <span ref={ellipsis} className="flex-1">
                  {place.title}
                </span>
                <span className="text-small text-ink-3">
                  {place.path}, line {place.line}
                </span>
              </label>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

function Takes({ takes, gives }: { takes: readonly TakenView[]; gives: readonly string[] }) {
  if (takes.length === 0 && gives.length === 0) return null;
  return (
    <table aria-label="What becomes a parameter" className="mx-4 mt-3 w-[calc(100%-2rem)] border-collapse text-left">
      <thead className="border-b-[1.5px] border-rule text-caption text-ink-3">
        <tr>
          {['becomes', 'kind', 'in the places'].map((word) => (
            <th key={word} scope="col" className="py-0.5 pr-3 font-normal">
              {word}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {takes.map((taken) => (
          <tr key={taken.name} className="h-7 border-b border-hair">
            <th scope="row" className="pr-3 font-normal">
              <span className="ref" data-origin="parameter">
                {taken.name}
              </span>
            </th>
            <td className="pr-3">{taken.kind || 'text'}</td>
            <td ref={ellipsis} className="font-mono text-value">
              {[...new Set(taken.arguments)].join(', ')}
            </td>
          </tr>
        ))}
        {gives.map((name) => (
          <tr key={name} className="h-7 border-b border-hair">
            <th scope="row" className="pr-3 font-normal">
              <span className="ref" data-origin="kept">
                {name}
              </span>
            </th>
            <td className="pr-3">given back</td>
            <td className="text-ink-2">used by later steps</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Documents({ preview }: { preview: RefactoringPreview }) {
  return preview.documents.map((document) => (
    <section key={document.path} aria-label={document.path} className="pt-3">
      <h3 className="px-4 font-semibold">{document.path}</h3>
      <Difference before={document.before} after={document.after} path={document.path} />
    </section>
  ));
}
