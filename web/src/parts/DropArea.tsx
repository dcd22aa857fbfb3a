import { type DragEvent, type ReactNode, useState } from 'react';

/** A station on which a file can be dropped anywhere. */
export function DropArea({
  says,
  take,
  children,
}: {
  /** What is done with a file that is dropped. */
  says: string;
  take: (file: File | undefined) => void;
  children: ReactNode;
}) {
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
          {says}
        </p>
      )}
    </div>
  );
}
