import { Upload } from 'lucide-react';
import { ErrorLine } from '@/parts/ErrorLine';
import { TAKEN } from './useTakeIn';

/** The button that asks for a spreadsheet. */
export function TakeIn({ take, wrong }: { take: (file: File | undefined) => void; wrong: string }) {
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
            take(event.target.files?.[0]);
            event.target.value = '';
          }}
        />
      </label>
      <ErrorLine text={wrong} />
    </>
  );
}
