import { acceptCompletion, autocompletion, type CompletionContext } from '@codemirror/autocomplete';
import { type Extension, Prec } from '@codemirror/state';
import { keymap } from '@codemirror/view';
import { isFeature } from '@/document/kinds';
import type { OpenDocument } from '@/document/openDocument';
import type { Keywords } from './offered';
import { sentenceOffers } from './sentenceOffers';
import { lineOffers } from './tableOffers';

/** Offers in the text what a table offers in its cells, and the words of blocks. */
export function textCompletion(document: OpenDocument, keywords: Keywords): Extension {
  const offers = isFeature(document.path)
    ? (context: CompletionContext) => sentenceOffers(context, document, keywords)
    : (context: CompletionContext) => lineOffers(context, document, keywords);
  return [
    autocompletion({
      override: [offers],
      icons: false,
      // Behind the word of a property, or of a tag that names something, the names are offered at once.
      activateOnCompletion: ({ detail, label }) => detail === 'property' || label.endsWith('('),
    }),
    // Before the key that indents.
    Prec.high(keymap.of([{ key: 'Tab', run: acceptCompletion }])),
  ];
}
