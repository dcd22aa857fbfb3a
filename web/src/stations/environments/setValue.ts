import { put } from '@/api/client';
import type { EnvironmentColumn, EnvironmentValue } from '@/api/types';
import { addColumn, addSection } from '@/document/blockEdits';
import { putRow, setCells } from '@/document/edits';
import { type OpenDocument, openDocument } from '@/document/openDocument';
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
  const block = ownBlock(blocks, of);
  const section = block && valuesOf(block);
  const places = placesIn(headOf(section));
  const row = section && rowOf(section, places, value.name);
  return (row?.row.cells[places.value]?.source ?? '') !== '';
}

/** Gives an environment a value of its own for a name, or another one, in its document. */
export async function setValue(of: EnvironmentColumn, value: EnvironmentValue, text: string): Promise<void> {
  const document = await openDocument(of.path);
  const { section, places } = values(document, of);
  const row = rowOf(section, places, value.name);
  if (row) document.edit((state) => setCells(state, [{ row: row.row.id, column: places.value, text }]));
  else write(document, of, value.name, text, value.secret);
  await document.sync.saved();
}

/** Makes a name known in an environment, without a value yet. */
export async function declareValue(of: EnvironmentColumn, name: string, secret: boolean): Promise<void> {
  const document = await openDocument(of.path);
  const { block, section, head, places } = values(document, of);
  if (secret && places.kind < 0) {
    document.edit((state) => addColumn(state, block.id, section, head.length, 'kind'));
  }
  write(document, of, name, '', secret);
  await document.sync.saved();
}

interface Values {
  block: Block;
  section: Section;
  head: string[];
  places: ReturnType<typeof placesIn>;
}

/** The values of an environment's own block, which has them from now on. */
function values(document: OpenDocument, of: EnvironmentColumn): Values {
  const found = ownBlock(structure(document.state).blocks, of);
  if (!found) throw new Error(`“${of.path}” has no environment “${of.name}” any more.`);
  if (!valuesOf(found)) {
    const made = addSection(document.state, found.id, 'values');
    if (made) document.dispatch(made.spec);
  }
  const block = ownBlock(structure(document.state).blocks, of) ?? found;
  const section = valuesOf(block);
  const head = headOf(section);
  const places = placesIn(head);
  if (!section || places.name < 0 || places.value < 0) {
    throw new Error(`The values of “${of.name}” have no columns “name” and “value”; open its sheet to mend that.`);
  }
  return { block, section, head, places };
}

function write(document: OpenDocument, of: EnvironmentColumn, name: string, text: string, secret: boolean): void {
  const { block, head, places } = values(document, of);
  const cells = head.map((_, column) =>
    column === places.name ? name : column === places.value ? text : column === places.kind && secret ? 'secret' : '',
  );
  document.edit((state) => putRow(state, block.id, 'values', cells));
}

const ownBlock = (blocks: readonly Block[], of: EnvironmentColumn) =>
  blocks.find((each) => each.kind.word === 'environment' && nameKey(each.name) === nameKey(of.name));

const rowOf = (section: Section, places: Values['places'], name: string) =>
  section.rows.find(({ row }) => nameKey(row.cells[places.name]?.source ?? '') === nameKey(name));

const valuesOf = (block: Block): Section | undefined => block.sections.find((section) => section.word === 'values');

const headOf = (section: Section | undefined) => section?.rows[0]?.row.cells.map((cell) => nameKey(cell.source)) ?? [];

const placesIn = (head: readonly string[]) => ({
  name: head.indexOf('name'),
  value: head.indexOf('value'),
  kind: head.indexOf('kind'),
});
