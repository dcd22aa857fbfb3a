// Tables and texts, read and compared.
const tableOf = (element) => {
  const table = element.closest('table') ?? element.querySelector('table');
  if (!table) return { state: 'notable', cover: describe(element) };
  const rows = [...table.rows].map((row) => [...row.cells].map((cell) => plain(cell.innerText ?? cell.textContent)));
  return { ok: true, rows };
};

const columnKey = (name) =>
  plain(name)
    .replace(/[\s_-]+/g, ' ')
    .replace(/^[^\p{L}\p{N}]+|[^\p{L}\p{N}]+$/gu, '')
    .toLowerCase();

const differs = (place, wanted, found) => ({ state: 'differs', place, wanted, found });

const textsAsWanted = (elements) => {
  const all = elements.length === 1 ? elements : elements.filter((element) => isShown(element, true));
  const texts = all.map(textOf);
  const wanted = ask.texts.map(plain);
  if (texts.length !== wanted.length) {
    return differs('the number of texts', String(wanted.length), `${texts.length}: ${texts.slice(0, 12).join(', ')}`);
  }
  const at = texts.findIndex((text, i) => text !== wanted[i]);
  return at < 0 ? { ok: true, found: texts.join(', ') } : differs(`text ${at + 1}`, wanted[at], texts[at]);
};

// Only the columns that are asked for are compared, whatever order they stand in.
const tableAsWanted = (element) => {
  const table = tableOf(element);
  if (!table.ok) return table;
  const [head = [], ...rows] = table.rows;
  const keys = head.map(columnKey);
  const places = ask.columns.map((column) => keys.indexOf(columnKey(column)));
  const missing = places.indexOf(-1);
  if (missing >= 0) return differs('the columns', ask.columns[missing], head.join(', '));
  if (rows.length !== ask.rows.length) return differs('the number of rows', String(ask.rows.length), String(rows.length));
  for (let r = 0; r < rows.length; r++) {
    for (let c = 0; c < places.length; c++) {
      const found = rows[r][places[c]] ?? '';
      if (found !== plain(ask.rows[r][c])) return differs(`row ${r + 1}, column ${ask.columns[c]}`, ask.rows[r][c], found);
    }
  }
  return { ok: true, found: `${rows.length} rows` };
};

// A text that a page is about to show may come a little later, so its absence has to last.
let withoutSince = null;

const isLastingWithout = (text) => {
  if (text.includes(plain(ask.text))) {
    withoutSince = null;
    return false;
  }
  withoutSince ??= performance.now();
  return performance.now() - withoutSince >= Math.min(300, ask.limit / 2);
};
