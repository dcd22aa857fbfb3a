import { type ReactNode, useRef } from 'react';
import { mayRun } from '@/document/switchOff';
import { Menu, type MenuEntry } from '@/parts/Menu';
import {
  addBlock,
  addColumn,
  addSection,
  copyBlock,
  removeBlock,
  removeColumn,
  removeSection,
  shiftBlock,
  shiftColumn,
  switchOff,
} from './blockActions';
import type { RowItem, Stop } from './items';
import { blockRefactorings, cellRefactorings, stepRefactorings } from './refactoringEntries';
import type { SheetSession } from './session';

/** What one can do with the line under the pointer, on a right click or with the menu key. One menu serves all lines. */
export function LineMenu({
  session,
  focus,
  children,
}: {
  session: SheetSession;
  focus: () => void;
  children: ReactNode;
}) {
  const pressed = useRef<string | null>(null);
  const entries = () => {
    const stop = session.lines().stops.find((each) => each.key === pressed.current);
    return stop ? entriesOf(stop, session) : [];
  };
  return (
    <Menu entries={entries} onClose={focus}>
      <div
        role="presentation"
        onContextMenuCapture={(event) => {
          pressed.current = (event.target as Element).closest<HTMLElement>('[data-key]')?.dataset.key ?? null;
        }}
      >
        {children}
      </div>
    </Menu>
  );
}

function entriesOf(item: Stop, session: SheetSession): MenuEntry[] {
  switch (item.kind) {
    case 'step':
      return [
        ...rowEntries(item, session),
        offEntry(item, item.step.off, session),
        null,
        ...stepRefactorings(item, session),
      ];
    case 'cells':
      return [...rowEntries(item, session), null, ...columnEntries(item, session), ...cellRefactorings(item, session)];
    case 'block':
      return [...blockEntries(item, session), null, ...blockRefactorings(item, session)];
    case 'add':
      return [];
  }
}

/** What is done with a row, or with all of the range that it is in. */
function rowEntries(row: RowItem, session: SheetSession): MenuEntry[] {
  const rows = session.rowsAt(row);
  const these = rows.length > 1 ? `${rows.length} rows` : 'row';
  return [
    { word: 'Row above', keys: 'Ctrl Shift Enter', act: () => session.insertRow(rows[0] ?? row, false) },
    { word: 'Row below', keys: 'Ctrl Enter', act: () => session.insertRow(rows.at(-1) ?? row, true) },
    { word: `Move ${these} up`, keys: 'Alt ↑', act: () => session.shiftRows(rows, -1) },
    { word: `Move ${these} down`, keys: 'Alt ↓', act: () => session.shiftRows(rows, 1) },
    { word: 'Fill down', keys: 'Ctrl D', act: () => session.fillDown() },
    { word: 'Empty the cells', keys: 'Del', act: () => session.emptyCells() },
    { word: `Remove ${these}`, keys: 'Ctrl Del', act: () => session.removeRows(rows) },
  ];
}

const offEntry = (at: Stop, off: boolean, session: SheetSession): MenuEntry => ({
  word: off ? 'Switch on' : 'Switch off',
  keys: 'F8',
  act: () => switchOff(session, at),
});

const columnEntries = (row: RowItem, session: SheetSession): MenuEntry[] => [
  { word: 'Column before', act: () => addColumn(session, row, 0) },
  { word: 'Column behind', act: () => addColumn(session, row, 1) },
  { word: 'Move column left', act: () => shiftColumn(session, row, -1) },
  { word: 'Move column right', act: () => shiftColumn(session, row, 1) },
  { word: 'Remove column', act: () => removeColumn(session, row) },
  null,
  { word: 'Remove section', act: () => removeSection(session, row) },
];

function blockEntries(item: Extract<Stop, { kind: 'block' }>, session: SheetSession): MenuEntry[] {
  const { block } = item;
  const { word } = block.kind;
  const missing = block.kind.sections.filter(
    (section) => section === 'data' || !block.sections.some((each) => each.word === section),
  );
  return [
    { word: `New ${word} below`, act: () => addBlock(session, word, `New ${word}`, item.id) },
    { word: 'Copy', keys: 'Ctrl Shift D', act: () => copyBlock(session, item.id) },
    { word: 'Move up', keys: 'Alt ↑', act: () => shiftBlock(session, item.id, -1) },
    { word: 'Move down', keys: 'Alt ↓', act: () => shiftBlock(session, item.id, 1) },
    ...(word === 'case' ? [offEntry(item, !mayRun(block.properties), session)] : []),
    { word: `Remove ${word}`, keys: 'Ctrl Del', act: () => removeBlock(session, item.id) },
    ...(missing.length > 0 ? [null] : []),
    ...missing.map((section) => ({ word: `Add ${section}`, act: () => addSection(session, item.id, section) })),
  ];
}
