import { GripVertical } from 'lucide-react';
import { type DragEvent, useState } from 'react';

/** What is dragged in a sheet, so that only its like is a place for it. */
type Kind = 'row' | 'block';

const typeOf = (kind: Kind) => `application/x-elm-${kind}`;

/** What a line is dragged by. */
export function Grip({ kind, id, word, className }: { kind: Kind; id: number; word: string; className: string }) {
  return (
    <span
      draggable
      role="presentation"
      title={`Drag to move the ${word}`}
      onDragStart={(event) => event.dataTransfer.setData(typeOf(kind), String(id))}
      className={`grid cursor-grab place-items-center text-hair-strong hover:text-ink-3 ${className}`}
    >
      <GripVertical size={12} aria-hidden />
    </span>
  );
}

/** A line that others of its kind are dropped on; whether one is over it, and what the line's element listens to. */
export function useDropPlace(kind: Kind, id: number, drop: (moved: number) => void) {
  const [over, setOver] = useState(false);
  return {
    over,
    listeners: {
      onDragOver: (event: DragEvent) => {
        if (!event.dataTransfer.types.includes(typeOf(kind))) return;
        event.preventDefault();
        setOver(true);
      },
      onDragLeave: () => setOver(false),
      onDrop: (event: DragEvent) => {
        setOver(false);
        const moved = Number(event.dataTransfer.getData(typeOf(kind)));
        if (moved !== id) drop(moved);
      },
    },
  };
}
