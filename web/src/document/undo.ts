import { invertedEffects, type redo, type undo } from '@codemirror/commands';
import {
  ChangeSet,
  type EditorState,
  StateEffect,
  type Text,
  Transaction,
  type TransactionSpec,
} from '@codemirror/state';
import { type Notice, type Repair, repairUndo } from './merge';

/** Names a sheet edit; what takes it back and makes it again carries the same number. */
const editNumber = StateEffect.define<number>();

/** Names a change of several documents, which the server made and takes back. */
export const changeSet = StateEffect.define<number>();

/** The extension that lets undo and redo say what they are about. */
export const numberedEdits = invertedEffects.of((transaction) =>
  transaction.effects.filter((effect) => effect.is(editNumber) || effect.is(changeSet)),
);

/** One change of the text. */
interface Entry {
  before: Text;
  changes: ChangeSet;
  /** Who made it; null for oneself. */
  who: string | null;
  /** Who was in the way of a step of undo; what the history carries on of that is not what was done. */
  hindered: string | null;
}

const numberOf = (transaction: Transaction): number | undefined =>
  transaction.effects.find((effect) => effect.is(editNumber))?.value;

/** A step of undo or redo. */
interface Step {
  /** The history's own, and what sets it right. */
  transactions: readonly Transaction[];
  notices: readonly Notice[];
  /** The change of several documents that the server shall take back. */
  changeSet: number | null;
  /** Who changed the same since. */
  hindered: string | null;
}

/**
 * What was done to an open document, by whom. The history's own undo carries a step over what others did since, letter
 * by letter; where they changed the same rows, that would mix two texts in one cell. So such rows are merged by cells
 * here: undo sets back only what still holds what the edit wrote, and says what does not.
 */
export class EditLog {
  private readonly entries: Entry[] = [];
  /** Where each numbered edit was made, taken back or made again last. */
  private readonly places = new Map<number, number>();
  private edits = 0;

  /** The same edit with a number. */
  numbered(spec: TransactionSpec): TransactionSpec {
    if (spec.userEvent !== 'sheet') return spec;
    const effects = [spec.effects ?? []].flat();
    return { ...spec, effects: [...effects, editNumber.of(++this.edits)] };
  }

  /** @param who made the change; null for oneself */
  record(transaction: Transaction, who: string | null) {
    if (!transaction.docChanged) return;
    const number = numberOf(transaction);
    if (number !== undefined) this.places.set(number, this.entries.length);
    this.entries.push({ before: transaction.startState.doc, changes: transaction.changes, who, hindered: null });
  }

  /** A step of undo was taken, and set right if others were in its way. */
  recordStep({ transactions: [step, righting], hindered }: Step) {
    if (!step) return;
    this.record(step, null);
    const entry = this.entries.at(-1);
    if (!righting || !entry) return;
    entry.changes = entry.changes.compose(righting.changes);
    entry.hindered = hindered;
  }

  /** What takes the last step back, or makes it again; null where there is none. */
  step(command: typeof undo | typeof redo, state: EditorState): Step | null {
    const found: Transaction[] = [];
    command({ state, dispatch: (transaction) => void found.push(transaction) });
    const step = found[0];
    if (!step) return null;
    const { changes, notices, hindered } = this.rightingOf(step, state);
    if (changes.length > 0) {
      const annotations = Transaction.addToHistory.of(false);
      found.push(step.state.update({ changes, annotations, userEvent: 'sheet.merge' }));
    }
    const set = step.effects.find((effect) => effect.is(changeSet))?.value ?? null;
    return { transactions: found, notices, changeSet: set, hindered };
  }

  private rightingOf(step: Transaction, now: EditorState): Repair & Pick<Step, 'hindered'> {
    const nothing = { changes: [], notices: [], hindered: null };
    const place = this.places.get(numberOf(step) ?? -1);
    const entry = place === undefined ? undefined : this.entries[place];
    if (place === undefined || !entry) return nothing;
    const since = this.entries.slice(place + 1);
    const hindered = since.findLast((each) => each.who !== null)?.who ?? entry.hindered;
    if (hindered === null) return nothing;
    const base = entry.changes.apply(entry.before);
    const inverse = entry.changes.invert(entry.before);
    const others = since.reduce((all, each) => all.compose(each.changes), ChangeSet.empty(base.length));
    const repair = repairUndo({ base, inverse, others, now, step: step.state.doc, who: hindered });
    return { ...repair, hindered };
  }
}
