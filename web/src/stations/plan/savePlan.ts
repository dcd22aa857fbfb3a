import type { SavedPlanView } from '@/api/types';
import { setProperty } from '@/document/blockEdits';
import { openDocument } from '@/document/openDocument';
import { structure } from '@/document/structure';
import { nameKey } from '@/document/words';
import { type PlanSelection, propertiesOf } from './planSelection';
import type { RunChoices } from './runChoices';

/** Writes what a plan selects, and how it is run, into its block. */
export async function savePlan(
  plan: Pick<SavedPlanView, 'name' | 'path'>,
  selection: PlanSelection,
  choices: RunChoices,
): Promise<void> {
  const document = await openDocument(plan.path);
  for (const [word, value] of propertiesOf(selection, choices)) {
    const block = structure(document.state).blocks.find(
      (each) => each.kind.word === 'plan' && nameKey(each.name) === nameKey(plan.name),
    );
    if (!block) throw new Error(`“${plan.path}” has no plan “${plan.name}” any more.`);
    document.edit((state) => setProperty(state, block.id, word, value));
  }
  await document.sync.saved();
}
