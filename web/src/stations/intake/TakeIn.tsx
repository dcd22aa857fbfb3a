import { Upload } from 'lucide-react';
import { type DragEvent, type ReactNode, useState } from 'react';
import { useLocation } from 'wouter';
import { inAddress, sendFile } from '@/api/client';
import { intakePlace } from '@/app/places';
import { useAttempt } from '@/parts/attempt';
import { ErrorLine } from '@/parts/ErrorLine';

const TAKEN = '.xlsx,.ods,.csv,.tsv';

/** Puts a file into the project's intake folder and goes to it. */
function useTakeIn(taken: () => void) {
  const [, go] = useLocation();
  const { attempt, wrong, setWrong } = useAttempt();
  const take = async (file: File | undefined) => {
    if (!file) return;
    if (!TAKEN.split(',').some((ending) => file.name.toLowerCase().endsWith(ending))) {
      return setWrong(`“${file.name}” is no spreadsheet; take one that ends in ${TAKEN.replaceAll(',', ', ')}.`);
    }
    const path = `intake/${file.name.replaceAll(/[^\p{L}\p{N}._-]+/gu, '-')}`;
    await attempt(async () => {
      await sendFile('PUT', `/api/files/${inAddress(path)}`, file);
      taken();
      go(intakePlace(path));
    });
  };
  return { take, wrong };
}

/** The button that asks for a spreadsheet. */
export function TakeIn({ taken }: { taken: () => void }) {
  const { take, wrong } = useTakeIn(taken);
  return (
    <>
      <label className="flex h-[26px] w-full cursor-pointer items-center justify-center gap-1.5 rounded-field border border-hair-strong bg-surface font-medium focus-within:outline-2 focus-within:outline-select-edge hover:border-field">
        <Upload size={13} aria-hidden />
        Take in a sheet
        <input
          type="file"
          accept={TAKEN}
          aria-label="Take in a sheet"
          className="sr-only"
          onChange={(event) => {
            void take(event.target.files?.[0]);
            event.target.value = '';
          }}
        />
      </label>
      <ErrorLine text={wrong} />
    </>
  );
}

/** A place on which a spreadsheet can be dropped, with what is said in it. */
export function DropArea({ taken, children }: { taken: () => void; children: ReactNode }) {
  const { take, wrong } = useTakeIn(taken);
  const [over, setOver] = useState(false);
  const drop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    void take(event.dataTransfer.files[0]);
  };
  return (
    <div
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={drop}
      className={`m-6 grid flex-1 place-items-center rounded-field border border-dashed ${over ? 'border-accent bg-accent-wash' : 'border-hair-strong'}`}
    >
      <div className="max-w-[460px] text-center">
        {children}
        {wrong && (
          <p role="alert" className="text-failed">
            {wrong}
          </p>
        )}
      </div>
    </div>
  );
}
