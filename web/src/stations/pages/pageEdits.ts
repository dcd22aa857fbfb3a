import type { ElementView, PageView } from '@/api/types';
import { addSection } from '@/document/blockEdits';
import { putRow, setCells } from '@/document/edits';
import { openDocument } from '@/document/openDocument';
import { type Block, type Section, structure } from '@/document/structure';
import { nameKey } from '@/document/words';

type Columns = Record<'element' | 'by' | 'locator', number>;

async function opened(page: PageView) {
  const document = await openDocument(page.path);
  const find = (): Block => {
    const block = structure(document.state).blocks.find(
      (each) => each.kind.word === 'page' && nameKey(each.name) === nameKey(page.name),
    );
    if (!block) throw new Error(`“${page.path}” has no page “${page.name}” any more.`);
    return block;
  };
  return { document, find };
}

const elementsOf = (block: Block): Section | undefined => block.sections.find((each) => each.word === 'elements');

/** Where the columns of an elements table are. */
function columnsOf(section: Section, page: PageView): Columns {
  const head = section.rows[0]?.row.cells.map((cell) => nameKey(cell.source)) ?? [];
  const columns = { element: head.indexOf('element'), by: head.indexOf('by'), locator: head.indexOf('locator') };
  if (Object.values(columns).some((place) => place < 0)) {
    throw new Error(`The elements of “${page.name}” have no columns element, by and locator; mend that in its table.`);
  }
  return columns;
}

/** Gives an element another locator, in the page's document. */
export async function setLocator(page: PageView, element: ElementView, by: string, value: string): Promise<void> {
  const { document, find } = await opened(page);
  const section = elementsOf(find());
  const columns = section && columnsOf(section, page);
  const row = section?.rows.find(
    ({ row: each }) => columns && nameKey(each.cells[columns.element]?.source ?? '') === nameKey(element.name),
  );
  if (!row || !columns) throw new Error(`The page “${page.name}” has no element “${element.name}” any more.`);
  document.edit((state) =>
    setCells(state, [
      { row: row.row.id, column: columns.by, text: by },
      { row: row.row.id, column: columns.locator, text: value },
    ]),
  );
  await document.sync.saved();
}

/** Takes an element of the live page into the page's document, under a name that is free. */
export async function addElement(page: PageView, wish: string, by: string, value: string): Promise<void> {
  const { document, find } = await opened(page);
  let block = find();
  if (!elementsOf(block)) {
    const made = addSection(document.state, block.id, 'elements');
    if (made) document.dispatch(made.spec);
    block = find();
  }
  const section = elementsOf(block);
  if (!section) throw new Error(`The page “${page.name}” takes no elements.`);
  const columns = columnsOf(section, page);
  const taken = new Set(section.rows.map(({ row }) => nameKey(row.cells[columns.element]?.source ?? '')));
  let name = wish.replaceAll(/[|<>/]/g, ' ').trim();
  for (let number = 2; taken.has(nameKey(name)); number++) name = `${wish} ${number}`;
  const width = section.rows[0]?.row.cells.length ?? 3;
  const cells = Array.from({ length: width }, (_, column) =>
    column === columns.element ? name : column === columns.by ? by : column === columns.locator ? value : '',
  );
  document.edit((state) => putRow(state, block.id, 'elements', cells));
  await document.sync.saved();
}
