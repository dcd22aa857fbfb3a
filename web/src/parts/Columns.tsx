import { PanelLeftClose, PanelLeftOpen, PanelRightClose, PanelRightOpen } from 'lucide-react';
import { type KeyboardEvent, type PointerEvent, type ReactNode, useState } from 'react';

interface Side {
  name: string;
  content: ReactNode;
  least: number;
  most: number;
  usual: number;
  foldedAtFirst?: boolean;
}

/** A station's three columns: contents, sheet and lens. Contents and lens are resized and folded; both are remembered. */
export function Columns({
  station,
  contents,
  lens,
  children,
}: {
  station: string;
  contents: { name: string; content: ReactNode; foldedAtFirst?: boolean } | null;
  lens: { name: string; content: ReactNode } | null;
  children: ReactNode;
}) {
  return (
    <div className="flex h-full min-w-0">
      {contents && <SideColumn at="left" station={station} least={160} most={360} usual={220} {...contents} />}
      <section className="relative flex min-h-0 min-w-0 flex-1 flex-col overflow-hidden bg-surface">{children}</section>
      {lens && <SideColumn at="right" station={station} least={220} most={420} usual={252} {...lens} />}
    </div>
  );
}

function remembered<T>(key: string, usual: T): T {
  const kept = localStorage.getItem(key);
  return kept === null ? usual : JSON.parse(kept);
}

function SideColumn({
  at,
  station,
  name,
  content,
  least,
  most,
  usual,
  foldedAtFirst = false,
}: Side & { at: 'left' | 'right'; station: string }) {
  const key = `${station} ${at}`;
  const [width, setWidth] = useState(() => remembered(`${key} width`, usual));
  const [folded, setFolded] = useState(() => remembered(`${key} folded`, foldedAtFirst));
  const keepWidth = (next: number) => {
    const bounded = Math.min(most, Math.max(least, next));
    setWidth(bounded);
    localStorage.setItem(`${key} width`, JSON.stringify(bounded));
  };
  const fold = (next: boolean) => {
    setFolded(next);
    localStorage.setItem(`${key} folded`, JSON.stringify(next));
  };
  const edge = at === 'left' ? 'border-r bg-surface' : 'border-l bg-ground';
  if (folded) {
    const Open = at === 'left' ? PanelLeftOpen : PanelRightOpen;
    return (
      <aside className={`flex w-7 flex-none flex-col items-center gap-3 border-hair-strong pt-2.5 ${edge}`}>
        <button type="button" aria-label={`Show ${name}`} title={`Show ${name}`} onClick={() => fold(false)}>
          <Open size={15} className="text-ink-3" aria-hidden />
        </button>
        <span className="text-[12px] text-ink-2 [writing-mode:vertical-rl]">{name}</span>
      </aside>
    );
  }
  const Close = at === 'left' ? PanelLeftClose : PanelRightClose;
  return (
    <aside
      aria-label={name}
      style={{ width }}
      className={`relative flex min-h-0 flex-none flex-col border-hair-strong ${edge}`}
    >
      {content}
      <button
        type="button"
        aria-label={`Fold ${name}`}
        title={`Fold ${name}`}
        onClick={() => fold(true)}
        className={`absolute z-10 grid size-6 place-items-center rounded-chip text-ink-3 hover:bg-sunk hover:text-ink ${at === 'left' ? 'right-1.5 bottom-1.5' : 'top-1.5 right-1.5'}`}
      >
        <Close size={15} aria-hidden />
      </button>
      <Divider at={at} label={`Width of ${name}`} width={width} range={[least, most]} onWidth={keepWidth} />
    </aside>
  );
}

function Divider({
  at,
  label,
  width,
  range,
  onWidth,
}: {
  at: 'left' | 'right';
  label: string;
  width: number;
  range: [number, number];
  onWidth: (width: number) => void;
}) {
  const sign = at === 'left' ? 1 : -1;
  const onDown = (down: PointerEvent<HTMLDivElement>) => {
    const handle = down.currentTarget;
    handle.setPointerCapture(down.pointerId);
    const move = (event: globalThis.PointerEvent) => onWidth(width + sign * (event.clientX - down.clientX));
    const up = () => {
      handle.removeEventListener('pointermove', move);
      handle.removeEventListener('pointerup', up);
    };
    handle.addEventListener('pointermove', move);
    handle.addEventListener('pointerup', up);
  };
  const onKey = (event: KeyboardEvent) => {
    if (event.key === 'ArrowLeft') onWidth(width - sign * 16);
    if (event.key === 'ArrowRight') onWidth(width + sign * 16);
  };
  return (
    <div
      role="separator"
      aria-orientation="vertical"
      aria-label={label}
      aria-valuenow={width}
      aria-valuemin={range[0]}
      aria-valuemax={range[1]}
      tabIndex={0}
      onPointerDown={onDown}
      onKeyDown={onKey}
      className={`absolute top-0 bottom-0 z-10 w-1.5 cursor-col-resize hover:bg-accent-wash ${at === 'left' ? '-right-1' : '-left-1'}`}
    />
  );
}
