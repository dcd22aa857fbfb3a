import { put } from '@/api/client';
import type { EnvironmentColumn, EnvironmentValue } from '@/api/types';
import { addSection } from '@/document/blockEdits';
import { putRow, setCells } from '@/document/edits';
import { openDocument } from '@/document/openDocument';
import { type Block, type Section, structure } from '@/document/structure';
import { nameKey } from '@/document/words';

/** Keeps a secret beside the data, encrypted; what stands in the document is taken out of it. */
export async function typeIn(of: EnvironmentColumn, value: EnvironmentValue, text: string): Promise<void> {
  await put<void>('/api/environments/secret', { environment: of.name, name: value.name, value: text });
  const document = await openDocument(of.path);
  if (hasText(structure(document.state).blocks, of, value)) await setValue(of, value, '');
}

/** Whether a value stands in the environment's own block. */
function hasText(blocks: readonly Block[], of: EnvironmentColumn, value: EnvironmentValue): boolean {
  const block = blocks.find((each) => each.kind.word === 'environment' && nameKey(each.name) === nameKey(of.name));
  const section = block && valuesOf(block);
  const head = section?.rows[0]?.row.cells.map((cell) => nameKey(cell.source)) ?? [];
  const [name, place] = ['name', 'value'].map((word) => head.indexOf(word));
  return (
    section?.rows.some(
      ({ row }) =>
        nameKey(row.cells[name ?? -1]?.source ?? '') === nameKey(value.name) &&
        (row.cells[place ?? -1]?.source ?? '') !== '',
    ) ?? false
  );
}

/** Gives an environment a value of its own for a name, or another one, in its document. */
export async function setValue(of: EnvironmentColumn, value: EnvironmentValue, text: string): Promise<void> {
  const document = await openDocument(of.path);
  const find = (): Block => {
    const block = structure(document.state).blocks.find(
      (each) => each.kind.word === 'environment' && nameKey(each.name) === nameKey(of.name),
    );
    if (!block) throw new Error(`“${of.path}” has no environment “${of.name}” any more.`);
    return block;
  };
  let block = find();
  if (!valuesOf(block)) {
    const made = addSection(document.state, block.id, 'values');
    if (made) document.dispatch(made.spec);
    block = find();
  }
  const section = valuesOf(block);
  const head = section?.rows[0]?.row.cells.map((cell) => nameKey(cell.source)) ?? [];
  const [name, place, kind] = ['name', 'value', 'kind'].map((word) => head.indexOf(word));
  if (!section || name === undefined || name < 0 || place === undefined || place < 0) {
    throw new Error(`The values of “${of.name}” have no columns “name” and “value”; open its sheet to mend that.`);
  }
  const row = section.rows.find(({ row: each }) => nameKey(each.cells[name]?.source ?? '') === nameKey(value.name));
  if (row) {
    document.edit((state) => setCells(state, [{ row: row.row.id, column: place, text }]));
  } else {
    const cells = head.map((_, column) =>
      column === name ? value.name : column === place ? text : column === kind && value.secret ? 'secret' : '',
    );
    document.edit((state) => putRow(state, block.id, 'values', cells));
  }
  await document.sync.saved();
}

const valuesOf = (block: Block): Section | undefined => block.sections.find((section) => section.word === 'values');
