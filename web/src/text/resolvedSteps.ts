import { type Extension, RangeSetBuilder } from '@codemirror/state';
import {
  Decoration,
  type DecorationSet,
  type EditorView,
  ViewPlugin,
  type ViewUpdate,
  WidgetType,
} from '@codemirror/view';
import { analysis, type LineMeaning, saidBy } from '@/document/analysis';
import { mend } from '@/document/fixes';
import type { OpenDocument } from '@/document/openDocument';
import { structure } from '@/document/structure';

/** What stands behind a step of a feature: the keyword and values that it resolves to, or what would mend it. */
class Resolved extends WidgetType {
  constructor(
    readonly keyword: string,
    readonly values: string,
    /** What mends a step that no keyword answers to; carried out by its word. */
    readonly fixes: readonly string[],
    readonly carryOut: (fix: string) => void,
  ) {
    super();
  }

  override eq(other: Resolved) {
    return this.keyword === other.keyword && this.values === other.values && this.fixes.join() === other.fixes.join();
  }

  override toDOM(view: EditorView) {
    const place = document.createElement('span');
    place.className = 'cm-resolved';
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

function decorations(view: EditorView, of: OpenDocument): DecorationSet {
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
      if (!meaning || meaning.said !== saidBy(own)) continue;
      const unbound = meaning.problems.find((problem) => NO_KEYWORD.includes(problem.code));
      if (!meaning.row?.keyword && !unbound) continue;
      const widget = new Resolved(
        meaning.row?.keyword ?? '',
        valuesOf(meaning),
        unbound?.fixes.slice(0, MOST_FIXES) ?? [],
        (fix) => unbound && void mend(of, own.id, unbound, fix),
      );
      found.add(line.to, line.to, Decoration.widget({ widget, side: 1 }));
    }
  }
  return found.finish();
}

/** Shows behind each step of a feature what it resolves to, as it is known. */
export const resolvedSteps = (of: OpenDocument): Extension =>
  ViewPlugin.fromClass(
    class {
      decorations: DecorationSet;
      constructor(view: EditorView) {
        this.decorations = decorations(view, of);
      }
      update(update: ViewUpdate) {
        const known = analysis(update.startState) === analysis(update.state);
        if (update.docChanged || update.viewportChanged || !known) this.decorations = decorations(update.view, of);
      }
    },
    { decorations: (plugin) => plugin.decorations },
  );
