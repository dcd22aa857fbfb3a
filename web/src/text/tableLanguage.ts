import { HighlightStyle, StreamLanguage, type StringStream, syntaxHighlighting } from '@codemirror/language';
import { tags } from '@lezer/highlight';

const BLOCKS = /^(suite|case|keyword|page|data|fixture|hook|environment|browser|plan)(?=\s+\S)/i;
const SECTIONS = /^(values|data|takes|gives|elements|rows|set[- ]up|steps|tear[- ]down)\s*$/i;
const PROPERTY = /^[A-Za-z][\w -]*:/;

interface Place {
  line: 'header' | 'row' | 'rest';
}

/** Colours for documents in the table language; problems come from the server. */
const language = StreamLanguage.define<Place>({
  startState: () => ({ line: 'rest' }),
  token(stream: StringStream, place: Place) {
    if (stream.sol()) {
      place.line = 'rest';
      if (stream.match(BLOCKS)) {
        place.line = 'header';
        return 'keyword';
      }
      stream.eatSpace();
      if (stream.match(SECTIONS)) return 'typeName';
      if (stream.peek() === '#') {
        stream.skipToEnd();
        return 'comment';
      }
      if (stream.peek() === '>') {
        stream.skipToEnd();
        return 'docString';
      }
      if (stream.peek() === '|') place.line = 'row';
      else if (stream.match(PROPERTY)) return 'propertyName';
    }
    if (stream.eat('|')) return 'punctuation';
    if (stream.match(/^<[^>|]*>/)) return 'variableName';
    if (place.line === 'row' && stream.match(/^\s*(\?|\*|=>|!)(?= )/)) return 'operator';
    if (stream.match(/^\\[|\\n<=?*!>]/)) return 'escape';
    stream.next();
    while (!stream.eol() && !/[|<\\]/.test(stream.peek() ?? '')) stream.next();
    return place.line === 'header' ? 'heading' : null;
  },
});

export const colours = HighlightStyle.define([
  { tag: tags.keyword, color: 'var(--accent)', fontWeight: '600' },
  { tag: tags.heading, fontWeight: '600' },
  { tag: tags.typeName, color: 'var(--accent)' },
  { tag: tags.propertyName, color: 'var(--ink-3)' },
  { tag: tags.comment, color: 'var(--ink-3)', fontStyle: 'italic' },
  { tag: tags.docString, color: 'var(--ink-2)' },
  { tag: tags.punctuation, color: 'var(--hair-strong)' },
  { tag: tags.variableName, color: 'var(--origin-column)' },
  { tag: tags.operator, color: 'var(--origin-kept)' },
  { tag: tags.escape, color: 'var(--origin-parameter)' },
]);

export const tableLanguage = [language, syntaxHighlighting(colours)];
