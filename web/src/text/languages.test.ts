import { syntaxTree } from '@codemirror/language';
import { EditorState, type Extension } from '@codemirror/state';
import { describe, expect, test } from 'vitest';
import { gherkinLanguage } from './gherkinLanguage';
import { tableLanguage } from './tableLanguage';

/** Each coloured piece of a text, as "what it is: text". */
function pieces(text: string, language: Extension) {
  const state = EditorState.create({ doc: text, extensions: [language] });
  const found: string[] = [];
  syntaxTree(state).iterate({
    enter(node) {
      if (!node.type.isTop) found.push(`${node.name}: ${state.sliceDoc(node.from, node.to).trim()}`);
    },
  });
  return found;
}

describe('the table language', () => {
  const coloured = (text: string) => pieces(text, tableLanguage);

  test('colours words that open blocks and sections, properties, notes and comments', () => {
    const all = coloured('suite Firings\n> A note.\ntags: smoke\n# later\nsteps\n');
    expect(all.some((piece) => piece.startsWith('keyword: suite'))).toBe(true);
    expect(all.some((piece) => piece.includes('# later'))).toBe(true);
    expect(all.some((piece) => piece.includes('steps'))).toBe(true);
  });

  test('colours references in cells apart from their text', () => {
    const all = coloured('case a\nsteps\n| log | at <degrees> now |\n');
    expect(all).toContain('variableName: <degrees>');
    expect(all.filter((piece) => piece.includes('at ')).every((piece) => !piece.includes('<'))).toBe(true);
  });
});

describe('Gherkin', () => {
  const coloured = (text: string) => pieces(text, gherkinLanguage);

  test('colours titles, tags, comments and the words of steps', () => {
    const all = coloured('# a\n@smoke\nFeature: Firings\n  Scenario: warm\n    Given a kiln\n    * another\n');
    expect(all).toContain('comment: # a');
    expect(all).toContain('typeName: @smoke');
    expect(all).toContain('keyword: Feature:');
    expect(all).toContain('keyword: Scenario:');
    expect(all).toContain('propertyName: Given');
    expect(all).toContain('propertyName: *');
  });

  test('colours steps of other languages, which it does not list', () => {
    expect(coloured('Funktionalität: Öfen\n  Szenario: warm\n    Angenommen ein Ofen\n')).toContain(
      'propertyName: Angenommen',
    );
    expect(coloured('機能: 窯\n  シナリオ: 熱\n    前提 窯\n')).toContain('propertyName: 前提');
  });

  test('takes what stands in a doc string for text, whatever it looks like', () => {
    const all = coloured(
      'Feature: F\n  Scenario: a\n    Given\n      """\n      Feature: no\n      @tag\n      """\n    Then <x>\n',
    );
    expect(all.filter((piece) => piece.startsWith('keyword'))).toHaveLength(2);
    expect(all.some((piece) => piece.startsWith('typeName'))).toBe(false);
    expect(all).toContain('variableName: <x>');
  });

  test('leaves a fence of the other kind inside a doc string alone', () => {
    const all = coloured(
      'Feature: F\n  Scenario: a\n    Given\n      """\n      ```\n      Scenario: no\n      """\n  Scenario: b\n',
    );
    expect(all.filter((piece) => piece.startsWith('keyword'))).toEqual([
      'keyword: Feature:',
      'keyword: Scenario:',
      'keyword: Scenario:',
    ]);
  });

  test('colours places in tables', () => {
    const all = coloured('Feature: F\n  Scenario: a\n    Given\n      | <a> | b |\n');
    expect(all).toContain('variableName: <a>');
    expect(all.filter((piece) => piece === 'punctuation: |')).toHaveLength(3);
  });
});
