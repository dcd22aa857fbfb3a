import { type EditorState, type Extension, RangeSetBuilder } from '@codemirror/state';
import {
  Decoration,
  type DecorationSet,
  type EditorView,
  ViewPlugin,
  type ViewUpdate,
  WidgetType,
} from '@codemirror/view';
import { analysis, holds, type LineMeaning } from '@/document/analysis';
import { mend } from '@/document/fixes';
import type { OpenDocument } from '@/document/openDocument';
import { structure } from '@/document/structure';

/** What stands behind a step of a feature: the keyword and values that it resolves to, or what would mend it. */
class Resolved extends WidgetType {
  constructor(
    readonly keyword: string,
    readonly values: string,
    /** Where it begins, in letters of the text. */
    readonly column: number,
    /** What mends a step that no keyword answers to; carried out by its word. */
    readonly fixes: readonly string[],
    readonly carryOut: (fix: string) => void,
  ) {
    super();
  }

  override eq(other: Resolved) {
    return (
      this.keyword === other.keyword &&
      this.values === other.values &&
      this.column === other.column &&
      this.fixes.join() === other.fixes.join()
    );
  }

  override toDOM(view: EditorView) {
    const place = document.createElement('span');
    place.className = 'cm-resolved';
    place.style.setProperty('--column', String(this.column));
    place.title = `${this.keyword} ${this.values}`.trim();
    const add = (text: string, style: string) => {
      const part = place.appendChild(document.createElement('span'));
      part.className = style;
      part.textContent = text;
    };
    if (this.keyword) {
      add(this.keyword, 'cm-resolvedKeyword');
      if (this.values) add(this.values, 'cm-resolvedValues');
      return place;
    }
    add('no keyword', 'cm-resolvedNone');
    for (const fix of this.fixes) {
      const button = place.appendChild(document.createElement('button'));
      button.type = 'button';
      button.textContent = fix;
      // The button goes with its fix; the cursor stays where it is in the text.
      button.onmousedown = (event) => event.preventDefault();
      button.onclick = () => {
        this.carryOut(fix);
        view.focus();
      };
    }
    return place;
  }

  override ignoreEvent() {
    return true;
  }
}

/** A sentence that no keyword answers to yet, in a scenario that may run and in a draft. */
const NO_KEYWORD = ['N130', 'N103'];
const MOST_FIXES = 2;

/** The text behind a caption and its value; the caption alone says nothing where there is no value. */
const valuesOf = ({ row }: LineMeaning) =>
  (row?.captions ?? []).map((caption, place) => `${caption} ${row?.given?.[place] ?? ''}`).join(', ');

/** A sentence that is longer than this pushes what stands behind it to the right, alone. */
const LONGEST = 60;
const GAP = 3;

/** Where the column beside the sentences begins: behind the longest of them, but for those that are too long. */
function columnBeside(state: EditorState): number {
  const { rest } = analysis(state);
  let longest = 0;
  structure(state).lines.forEach((line, index) => {
    const meaning = rest.get(line.id);
    const { length } = state.doc.line(index + 1);
    if (length <= LONGEST && meaning && isStep(meaning)) longest = Math.max(longest, length);
  });
  return longest + GAP;
}

const unboundIn = ({ problems }: LineMeaning) => problems.find((problem) => NO_KEYWORD.includes(problem.code));
const isStep = (meaning: LineMeaning) => Boolean(meaning.row?.keyword) || unboundIn(meaning) !== undefined;

function decorations(view: EditorView, of: OpenDocument, column: number): DecorationSet {
  const { state } = view;
  const said = analysis(state);
  const { lines } = structure(state);
  const found = new RangeSetBuilder<Decoration>();
  for (const { from, to } of view.visibleRanges) {
    for (let at = from; at <= to; ) {
      const line = state.doc.lineAt(at);
      at = line.to + 1;
      const own = lines[line.number - 1];
      const meaning = own && said.rest.get(own.id);
      if (!meaning || !holds(meaning, own)) continue;
      if (!isStep(meaning)) continue;
      const unbound = unboundIn(meaning);
      const widget = new Resolved(
        meaning.row?.keyword ?? '',
        valuesOf(meaning),
        Math.max(column, line.length + GAP),
        unbound?.fixes.slice(0, MOST_FIXES) ?? [],
        (fix) => unbound && void mend(of, own.id, unbound, fix),
      );
      found.add(line.to, line.to, Decoration.widget({ widget, side: 1 }));
    }
  }
  return found.finish();
}

/** Shows in a column beside the steps of a feature what each resolves to, as it is known. */
export const resolvedSteps = (of: OpenDocument): Extension =>
  ViewPlugin.fromClass(
    class {
      decorations: DecorationSet;
      column: number;
      constructor(view: EditorView) {
        this.column = columnBeside(view.state);
        this.decorations = decorations(view, of, this.column);
      }
      update({ startState, state, view, docChanged, viewportChanged }: ViewUpdate) {
        const known = analysis(startState) === analysis(state);
        // While one types a sentence the column stays where it is.
        if (!known) this.column = columnBeside(state);
        if (docChanged || viewportChanged || !known) this.decorations = decorations(view, of, this.column);
      }
    },
    { decorations: (plugin) => plugin.decorations },
  );
