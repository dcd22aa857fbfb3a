import { Upload } from 'lucide-react';
import { type DragEvent, type ReactNode, useState } from 'react';
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

/** A station on which a spreadsheet can be dropped anywhere. */
export function DropArea({ take, children }: { take: (file: File | undefined) => void; children: ReactNode }) {
  const [over, setOver] = useState(false);
  const drop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    take(event.dataTransfer.files[0]);
  };
  return (
    <div
      onDragOver={(event) => {
        if (!event.dataTransfer.types.includes('Files')) return;
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={(event) => {
        if (!event.currentTarget.contains(event.relatedTarget as Node | null)) setOver(false);
      }}
      onDrop={drop}
      className="relative h-full min-w-0"
    >
      {children}
      {over && (
        <p className="pointer-events-none absolute inset-3 z-30 grid place-items-center rounded-field border-2 border-accent border-dashed bg-accent-wash/80 font-semibold text-accent">
          Take in as a sheet of manual scenarios
        </p>
      )}
    </div>
  );
}
