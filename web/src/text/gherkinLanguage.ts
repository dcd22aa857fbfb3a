import { StreamLanguage, type StringStream, syntaxHighlighting } from '@codemirror/language';
import { colours } from './tableLanguage';

/** What opens a part of a feature, in any language; without the blanks before it. */
export const TITLE = /^[^\s|@#"`*][^:|"]{0,40}:/;

interface Place {
  /** Whether steps can stand here, so that a line's first word is one of theirs. */
  steps: boolean;
  /** The signs that close the text that is open. */
  fence: string;
  row: boolean;
}

/** Colours for features; words of every dialect look alike, so none are listed here. */
const language = StreamLanguage.define<Place>({
  startState: () => ({ steps: false, fence: '', row: false }),
  token(stream: StringStream, place: Place) {
    if (stream.sol()) {
      place.row = false;
      stream.eatSpace();
      const fence = ['"""', '```'].find((signs) => stream.match(signs)) ?? '';
      if (fence || place.fence) {
        if (place.fence === '') place.fence = fence;
        else if (place.fence === fence) place.fence = '';
        stream.skipToEnd();
        return 'docString';
      }
      if (stream.peek() === '#') {
        stream.skipToEnd();
        return 'comment';
      }
      if (stream.peek() === '@') {
        stream.skipToEnd();
        return 'typeName';
      }
      if (stream.peek() === '|') place.row = true;
      else if (stream.match(TITLE)) {
        place.steps = stream.indentation() > 0;
        return 'keyword';
      } else if (place.steps && stream.match(/^(\*|\p{Lu}\p{L}*|[\u3040-\u30ff\u4e00-\u9fff]{1,3})(?=\s)/u)) {
        return 'propertyName';
      }
    }
    if (place.row && stream.eat('|')) return 'punctuation';
    if (stream.match(/^<[^<>|]*>/)) return 'variableName';
    stream.next();
    while (!stream.eol() && !/[|<]/.test(stream.peek() ?? '')) stream.next();
    return null;
  },
});

export const gherkinLanguage = [language, syntaxHighlighting(colours)];
