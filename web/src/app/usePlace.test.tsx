import { afterEach, expect, it } from 'vitest';
import { clear, show } from '@/testing/show';
import { documentAt, documentPlace, keywordPlace } from './places';
import { useAddressQuery, usePathname } from './usePlace';

afterEach(clear);

function Here() {
  return <p>{[documentAt(usePathname()), useAddressQuery().get('name')].join(' · ')}</p>;
}

it.each(['100% sure.elmt', 'a%20b.elmt', 'q?x#y&z=1+2.elmt'])('reads %s from the address that it was given', (path) => {
  show(<Here />, documentPlace(path));
  expect(document.body.textContent).toBe(`${path} · `);
});

it.each(['20% off', '50%ab', 'a%20b', '1+1 & more'])(
  'reads a keyword %s from the address that it was given',
  (name) => {
    show(<Here />, keywordPlace(name));
    expect(document.body.textContent).toBe(` · ${name}`);
  },
);
