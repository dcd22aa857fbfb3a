package elmtable.formula;

import elmtable.text.Problem;
import java.util.ArrayList;
import java.util.List;

/** Reads the backslashes and references of one cell. */
final class TemplateParser {

  private final String source;
  private final boolean lenient;
  private final List<Template.Part> parts = new ArrayList<>();
  private final List<FormulaProblem> problems = new ArrayList<>();
  private final StringBuilder plain = new StringBuilder();
  private final int behindLastClose;
  private int plainStart;
  private int at;

  TemplateParser(String source, boolean lenient) {
    this.source = source;
    this.lenient = lenient;
    this.behindLastClose = source.lastIndexOf('>') + 1;
  }

  Template read() {
    while (at < source.length()) {
      char c = source.charAt(at);
      if (c == '\\') {
        backslash();
      } else if (c == '<') {
        reference();
      } else {
        plain.append(c);
        at++;
      }
    }
    endPlain();
    return new Template(source, parts, problems);
  }

  private void backslash() {
    char next = at + 1 < source.length() ? source.charAt(at + 1) : ' ';
    if (next == 'n') {
      plain.append('\n');
      at += 2;
    } else if (Escapes.isEscaped(next, at == 0)) {
      plain.append(next);
      at += 2;
    } else {
      plain.append('\\');
      at++;
    }
  }

  private void reference() {
    int end = Escapes.referenceEnd(source, at, behindLastClose);
    if (end < 0 && lenient) {
      plain.append('<');
      at++;
      return;
    }
    if (end < 0) {
      problems.add(
          new FormulaProblem(
              Problem.UNCLOSED_REFERENCE,
              at,
              source.length(),
              "This < never closes, so it is taken as a plain one; write \\< to say so."));
      plain.append('<');
      at++;
      return;
    }
    String inside = source.substring(at + 1, end).replace("\\|", "|");
    String word = inside.strip();
    if (word.equalsIgnoreCase("empty") || word.equalsIgnoreCase("space")) {
      plain.append(word.equalsIgnoreCase("space") ? " " : "");
      at = end + 1;
      return;
    }
    try {
      Formula formula = new FormulaParser(inside).whole();
      endPlain();
      parts.add(new Template.Expression(formula, lenient, at, end + 1));
    } catch (FormulaScanner.UnreadableException unreadable) {
      if (lenient) {
        plain.append('<');
        at++;
        return;
      }
      endPlain();
      FormulaProblem problem = unreadable.problem;
      int shift = at + 1;
      problems.add(
          new FormulaProblem(
              problem.problem(),
              problem.start() + shift,
              problem.end() + shift,
              problem.message(),
              problem.better()));
    }
    at = end + 1;
    plainStart = at;
  }

  private void endPlain() {
    if (!plain.isEmpty() || (at == source.length() && parts.isEmpty() && problems.isEmpty())) {
      parts.add(new Template.Plain(plain.toString(), plainStart, at));
    }
    plain.setLength(0);
    plainStart = at;
  }
}
