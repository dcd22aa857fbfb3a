import { isolateHistory } from '@codemirror/commands';
import { type Extension, StateEffect, StateField, type Text } from '@codemirror/state';
import {
  Decoration,
  type DecorationSet,
  EditorView,
  type KeyBinding,
  keymap,
  ViewPlugin,
  type ViewUpdate,
} from '@codemirror/view';
import type { OpenDocument } from '@/document/openDocument';
import { everywhere, goToFound, NOT_FINDING, patternOf, type Searched, type Spot } from '@/parts/finding';
import { store } from '@/parts/store';

const all = new WeakMap<OpenDocument, Searched>();

/** The text of a document as it is looked through: its lines, and the places in them. */
export function searchedText(document: OpenDocument): Searched {
  const known = all.get(document) ?? searched(document);
  all.set(document, known);
  return known;
}

function searched(document: OpenDocument): Searched {
  const finding = store(NOT_FINDING);
  const rangeAt = ({ line, place }: Spot) => {
    const { from, text } = document.state.doc.line(line + 1);
    const [found = ''] = text.slice(place).match(patternOf(finding.get()) ?? '') ?? [];
    return { from: from + place, to: from + place + found.length };
  };
  return {
    what: 'text',
    unit: 'place',
    finding,
    find: (pattern) => placesIn(document.state.doc, everywhere(pattern)),
    cursor: () => {
      const { from } = document.state.selection.main;
      const line = document.state.doc.lineAt(from);
      return { line: line.number - 1, place: from - line.from };
    },
    goTo: (spot) => {
      const { from, to } = rangeAt(spot);
      const effects = EditorView.scrollIntoView(from, { y: 'center' });
      document.dispatch({ selection: { anchor: from, head: to }, effects });
    },
    change: (spots, textOf) => {
      const changes = spots.map(rangeAt).map(({ from, to }) => {
        return { from, to, insert: textOf(document.state.sliceDoc(from, to)) };
      });
      document.dispatch({ changes, annotations: isolateHistory.of('full'), userEvent: 'input.replace' });
    },
    undo: () => document.undo(),
    leave: () => {},
    focus: () => document.focusText(),
  };
}

function placesIn(doc: Text, pattern: RegExp): Spot[] {
  const found: Spot[] = [];
  let line = 0;
  for (const text of doc.iterLines()) {
    for (const { index } of text.matchAll(pattern)) found.push({ line, place: index });
    line++;
  }
  return found;
}

/** Tells a view what is looked for. */
export const lookFor = StateEffect.define<RegExp | null>();

const lookedFor = StateField.define<RegExp | null>({
  create: () => null,
  update: (before, { effects }) => {
    const told = effects.findLast((effect) => effect.is(lookFor));
    return told ? told.value : before;
  },
});

const FOUND = Decoration.mark({ attributes: { 'data-found': 'true' } });

function marksIn({ state, visibleRanges }: EditorView): DecorationSet {
  const pattern = state.field(lookedFor);
  if (!pattern) return Decoration.none;
  const marks = visibleRanges.flatMap(({ from, to }) =>
    [...state.sliceDoc(from, to).matchAll(everywhere(pattern))].map(({ 0: { length }, index }) =>
      FOUND.range(from + index, from + index + length),
    ),
  );
  return Decoration.set(marks);
}

const marked = ViewPlugin.fromClass(
  class {
    decorations: DecorationSet;

    constructor(view: EditorView) {
      this.decorations = marksIn(view);
    }

    update({ view, state, startState, docChanged, viewportChanged }: ViewUpdate) {
      const another = state.field(lookedFor) !== startState.field(lookedFor, false);
      if (another || docChanged || viewportChanged) this.decorations = marksIn(view);
    }
  },
  { decorations: (plugin) => plugin.decorations },
);

/** Marks what is looked for in a text, with the keys that go from one to the next. */
export function findInText(document: OpenDocument): Extension {
  const go = (by: 1 | -1) => () => goToFound(searchedText(document), by);
  const keys: KeyBinding[] = [{ key: 'F3', run: go(1), shift: go(-1), preventDefault: true }];
  return [lookedFor, marked, keymap.of(keys)];
}
