import { PanelLeftClose, PanelLeftOpen, PanelRightClose, PanelRightOpen } from 'lucide-react';
import { type ReactNode, useState } from 'react';
import { Group, Panel, Separator, useDefaultLayout, usePanelRef } from 'react-resizable-panels';

interface Side {
  name: string;
  content: ReactNode;
  foldedAtFirst?: boolean;
}

/** The width of a side that is folded, in pixels. */
const FOLDED = 28;
const LEFT = { least: 160, most: 360, usual: 220 };
const RIGHT = { least: 220, most: 420, usual: 252 };

/** What is read each time something is drawn; the browser's own storage takes milliseconds on a busy machine. */
const known = new Map<string, string | null>();
const remembered: Pick<Storage, 'getItem' | 'setItem'> = {
  getItem: (key) => {
    if (!known.has(key)) known.set(key, localStorage.getItem(key));
    return known.get(key) ?? null;
  },
  setItem: (key, value) => {
    known.set(key, value);
    localStorage.setItem(key, value);
  },
};

/** A station's three columns: contents, sheet and lens. Contents and lens are resized and folded; both are remembered. */
export function Columns({
  station,
  contents,
  lens,
  children,
}: {
  station: string;
  contents: Side | null;
  lens: Omit<Side, 'foldedAtFirst'> | null;
  children: ReactNode;
}) {
  const panelIds = [...(contents ? ['contents'] : []), 'sheet', ...(lens ? ['lens'] : [])];
  const layout = useDefaultLayout({ id: `columns ${station}`, panelIds, storage: remembered });
  return (
    <Group id={`columns ${station}`} className="h-full min-w-0" {...layout}>
      {contents && (
        <>
          <SidePanel at="left" id="contents" {...contents} />
          <Divider label={`Width of ${contents.name}`} />
        </>
      )}
      <Panel id="sheet" className="relative flex min-h-0 min-w-0 flex-col overflow-hidden bg-surface" minSize={320}>
        {children}
      </Panel>
      {lens && (
        <>
          <Divider label={`Width of ${lens.name}`} />
          <SidePanel at="right" id="lens" {...lens} />
        </>
      )}
    </Group>
  );
}

function SidePanel({ at, id, name, content, foldedAtFirst = false }: Side & { at: 'left' | 'right'; id: string }) {
  const panel = usePanelRef();
  const [folded, setFolded] = useState(foldedAtFirst);
  const { least, most, usual } = at === 'left' ? LEFT : RIGHT;
  const edge = at === 'left' ? 'border-r bg-surface' : 'border-l bg-ground';
  const show = () => {
    panel.current?.expand();
    // A side that was folded from the start has no size to go back to.
    if (panel.current?.isCollapsed()) panel.current.resize(usual);
  };
  return (
    <Panel
      id={id}
      panelRef={panel}
      collapsible
      collapsedSize={FOLDED}
      minSize={least}
      maxSize={most}
      defaultSize={foldedAtFirst ? FOLDED : usual}
      groupResizeBehavior="preserve-pixel-size"
      onResize={(size) => setFolded(size.inPixels <= FOLDED + 1)}
      className={`flex min-h-0 flex-col border-hair-strong ${edge}`}
    >
      {folded ? (
        <FoldedSide at={at} name={name} show={show} />
      ) : (
        <aside aria-label={name} className="relative flex min-h-0 flex-1 flex-col">
          {content}
          <FoldButton at={at} name={name} fold={() => panel.current?.collapse()} />
        </aside>
      )}
    </Panel>
  );
}

function FoldedSide({ at, name, show }: { at: 'left' | 'right'; name: string; show: () => void }) {
  const Open = at === 'left' ? PanelLeftOpen : PanelRightOpen;
  return (
    <aside aria-label={name} className="flex flex-col items-center gap-3 pt-2.5">
      <button type="button" aria-label={`Show ${name}`} title={`Show ${name}`} onClick={show}>
        <Open size={15} className="text-ink-3" aria-hidden />
      </button>
      <span className="text-[12px] text-ink-2 [writing-mode:vertical-rl]">{name}</span>
    </aside>
  );
}

function FoldButton({ at, name, fold }: { at: 'left' | 'right'; name: string; fold: () => void }) {
  const Close = at === 'left' ? PanelLeftClose : PanelRightClose;
  return (
    <button
      type="button"
      aria-label={`Fold ${name}`}
      title={`Fold ${name}`}
      onClick={fold}
      className={`absolute z-10 grid size-6 place-items-center rounded-chip text-ink-3 hover:bg-sunk hover:text-ink ${at === 'left' ? 'right-1.5 bottom-1.5 bg-surface' : 'top-1.5 right-1.5'}`}
    >
      <Close size={15} aria-hidden />
    </button>
  );
}

const Divider = ({ label }: { label: string }) => (
  <Separator
    aria-label={label}
    className="-mx-[3px] z-10 w-1.5 hover:bg-accent-wash focus-visible:bg-accent-wash data-[separator=active]:bg-accent-wash"
  />
);
