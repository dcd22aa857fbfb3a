import { expect, it } from 'vitest';
import { only, pressOn } from '@/testing/page';
import { show } from '@/testing/show';
import { ViewChoice } from './ViewChoice';

it('goes to the line of the document, as a table or as text', async () => {
  const place = show(
    <ViewChoice of="the page" own="Live" at={{ path: 'pages/a b.elmt', line: 7 }} station="/pages" />,
    '/pages',
  );
  await pressOn(only('[role=radio]', /Text/));
  expect(place.history.at(-1)).toBe('/pages/pages/a%20b.elmt?as=text&line=7');
  await pressOn(only('[role=radio]', /Table/));
  expect(place.history.at(-1)).toBe('/pages/pages/a%20b.elmt?line=7');
});
