package elmtable.formula;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertInstanceOf;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import elmtable.text.Problem;
import java.math.BigDecimal;
import java.math.MathContext;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FormulaTest {
  private static final Map<String, Value> VALUES =
      Map.of(
          "shelves",
          Value.of("3"),
          "programme",
          Value.of("Glaze"),
          "accepted",
          Value.of("no"),
          "empty one",
          Value.EMPTY,
          "signed-in keeper",
          Value.of("Wren"),
          "terms and conditions",
          Value.of("yes"),
          "env/currency",
          Value.of("€"),
          "born",
          Value.of("2026-02-27"));
  private static final EvaluationContext SURROUNDINGS =
      new EvaluationContext(
          Clock.fixed(Instant.parse("2026-11-25T10:00:00Z"), ZoneOffset.UTC),
          new Random(7),
          FormulaTest::member,
          SecretWatch.NONE);

  private static Value.Row member(String set, String key) {
    if (!set.equals("members") || !key.equals("juno")) {
      throw new FormulaException("no such row");
    }
    return new Value.Row(Map.of("e-mail", Value.of("juno@kiln.test")));
  }

  private static Value evaluate(String formula) {
    ValueLookup scope = path -> Optional.ofNullable(VALUES.get(String.join("/", path)));
    Template template = Template.ofFormula(formula);
    assertEquals(List.of(), template.problems());
    return new Evaluator(scope, SURROUNDINGS).value(template);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = ';',
      quoteCharacter = '"',
      value = {
        "1 + 2 * 3; 7",
        "(1 + 2) * 3; 9",
        "-2 * -3; 6",
        "7 % 4; 3",
        "10 / 4; 2.5",
        "0.1 + 0.2; 0.3",
        "1 / 3; 0.3333333333333333333333333333333333",
        "shelves - 1; 2",
        "'a' & 'b'; ab",
        "'it''s'; it's",
        "2 & 3 + 1; 24",
        "not accepted; yes",
        "not not accepted; no",
        "yes or no and no; yes",
        "shelves = 3.0; yes",
        "shelves >= 3 and shelves < 4; yes",
        "'007' = 7; no",
        "same('3', '3.0'); no",
        "programme in ('Raku', 'Glaze'); yes",
        "programme contains 'laz'; yes",
        "programme starts with 'G'; yes",
        "programme ends with 'e'; yes",
        "programme matches 'G.*e'; yes",
        "programme matches 'G'; no",
        "signed-in keeper; Wren",
        "[terms and conditions]; yes",
        "env/currency & '1'; €1",
        "[empty one] & 1; 1",
        "empty & 2; 2",
        "if(accepted, 'a', 'b'); b",
        "born < '2026-03-01'; yes",
      })
  void isWorkedOut(String formula, String expected) {
    assertEquals(expected, evaluate(formula).text());
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = ';',
      quoteCharacter = '`',
      value = {
        "today(); 2026-11-25",
        "today(-25); 2026-10-31",
        "date('27.02.2026', 'dd.MM.yyyy'); 2026-02-27",
        "date('27.02.2026', 'dd.MM.yyyy') + 2; 2026-03-01",
        "today() - born; 271",
        "format(today(), 'd MMMM yyyy'); 25 November 2026",
        "format(3.456, '0.00'); 3.46",
        "upper('aß'); ASS",
        "length('a😀b'); 3",
        "repeat('ab', 3); ababab",
        "replace('a-b-c', '-', '+'); a+b+c",
        "join(split('a,b', ','), ' '); a b",
        "count(split('a,b,', ',')); 3",
        "round(2.345, 2); 2.35",
        "round(-2.5); -3",
        "min(3, '10', 2); 2",
        "max(('a', 'b')); b",
        "sum(('1.5', 2)); 3.5",
        "number(' 4 ') + 1; 5",
        "trim('  x '); x",
        "json('{\"a\":[1,{\"b\":true}]}', '/a/1/b'); yes",
        "true; yes",
        "not FALSE; yes",
        "1 = 1 and no = false; yes",
        "item(('a', 'b', 'c'), 1); a",
        "item(('a', 'b', 'c'), -1); c",
        "item('only', 1); only",
        "part('order 4711 of 9', '[0-9]+'); 4711",
        "part('2 of 14', '([0-9]+) of ([0-9]+)', 2); 14",
        "before('juno@kiln.test', '@'); juno",
        "after('a=b=c', '='); b=c",
        "base64('Grüße'); R3LDvMOfZQ==",
        "hash('abc'); ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad",
        "lookup('members', 'juno', 'E-Mail'); juno@kiln.test",
        "record('members', 'juno'); juno@kiln.test",
      })
  void functionsDoWhatTheyPromise(String formula, String expected) {
    assertEquals(expected, evaluate(formula).text());
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '~',
      quoteCharacter = '`',
      value = {
        "item(('a', 'b'), 3)~ The list has 2 items, so there is no item 3; the first is 1 and the last -1.",
        "item(('a', 'b'), 0)~ The list has 2 items, so there is no item 0; the first is 1 and the last -1.",
        "part('abc', '[0-9]+')~ No part of “abc” fits the pattern “[0-9]+”.",
        "part('abc', 'b', 1)~ “b” has no group 1; groups stand in parentheses.",
        "part('abc', '(')~ “(” is not a pattern: missing closing ).",
        "before('abc', '@')~ “@” is not in “abc”.",
        "after('abc', '@')~ “@” is not in “abc”.",
        "lookup('members', 'juno', 'mail')~ “members” has no column “mail”; there are e-mail.",
        "json('{\"a\": ]', '/a')~ The text is not JSON from line 1, column 7 on.",
      })
  void whatIsNotThereIsSaid(String formula, String message) {
    assertEquals(
        message, assertThrows(FormulaException.class, () -> evaluate(formula)).getMessage());
  }

  @Test
  void uniqueTextsAreShortAndDifferent() {
    Set<String> seen = new HashSet<>();
    for (int i = 0; i < 10_000; i++) {
      String text = evaluate("unique('m')").text();
      assertTrue(text.matches("m[a-z0-9]{8}"), text);
      assertTrue(seen.add(text), text);
    }
  }

  @Test
  void aFormulaOfTooManyOperatorsIsRefusedAndNoTreeIsTooDeepToWalk() {
    for (String sign : List.of(" + 1", " & 'a'", " and yes", " or yes", " * 2")) {
      Template fits = Template.ofFormula("1" + sign.repeat(1_000));
      assertEquals(List.of(), fits.problems());
      assertEquals(List.of(), fits.references());
      Template beyond = Template.ofFormula("1" + sign.repeat(9_000));
      assertEquals(Problem.FORMULA_UNREADABLE, beyond.problems().get(0).problem());
    }
    for (String sign : List.of("-", "not ")) {
      Template beyond = Template.ofFormula(sign.repeat(20_000) + "1");
      assertEquals(Problem.FORMULA_UNREADABLE, beyond.problems().get(0).problem());
    }
  }

  @Test
  void decimalsAreThoseOfBigDecimal() {
    Random random = new Random(11);
    for (int i = 0; i < 2_000; i++) {
      BigDecimal a = new BigDecimal(random.nextInt(100_000) + "." + (1 + random.nextInt(9)));
      BigDecimal b = new BigDecimal(1 + random.nextInt(999));
      assertEquals(
          a.add(b, MathContext.DECIMAL128).toPlainString(), evaluate(a + " + " + b).text());
      assertEquals(
          a.multiply(b, MathContext.DECIMAL128).toPlainString(), evaluate(a + " * " + b).text());
      assertEquals(
          a.divide(b, MathContext.DECIMAL128).toPlainString(), evaluate(a + " / " + b).text());
    }
  }

  @Test
  void randomValuesComeAgainWithTheSameSeed() {
    Template template = Template.ofFormula("random(1, 1000000) & pick(('a', 'b', 'c'))");
    String first =
        new Evaluator(ValueLookup.EMPTY, EvaluationContext.seeded(42)).value(template).text();
    assertEquals(
        first,
        new Evaluator(ValueLookup.EMPTY, EvaluationContext.seeded(42)).value(template).text());
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = ';',
      quoteCharacter = '"',
      value = {
        "1 +; 2; 3",
        "shelves -1; 8; 9",
        "'open; 0; 5",
        "(1, 2; 0; 5",
        "and 3; 0; 3",
        "[open; 0; 5",
        "3x; 0; 2",
        "a ) b; 2; 5",
        "roun(2); 0; 4",
        "round(); 0; 7",
      })
  void mistakesAreReportedAtTheirPlace(String formula, int start, int end) {
    FormulaProblem problem = Template.ofFormula(formula).problems().get(0);
    assertEquals(start + " to " + end, problem.start() + " to " + problem.end(), problem.message());
  }

  @Test
  void aReferenceInAFormulaIsToldToStandWithoutItsSigns() {
    FormulaProblem problem = Template.ofFormula("1 = < kilns > + 1").problems().get(0);
    assertEquals(Problem.FORMULA_UNREADABLE, problem.problem());
    assertEquals("kilns", problem.better());
    assertEquals("4 to 13", problem.start() + " to " + problem.end());
    assertEquals(null, Template.ofFormula("< = 1").problems().get(0).better());
  }

  @Test
  void aMisspeltFunctionIsNamedWithTheNearest() {
    FormulaProblem problem = Template.of("<rond(2)>").problems().get(0);
    assertEquals(Problem.UNKNOWN_FUNCTION, problem.problem());
    assertEquals("round", problem.better());
    assertEquals(1, problem.start());
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = ';',
      quoteCharacter = '"',
      value = {
        "1 / 0; cannot be divided",
        "'a' + 1; is not a number",
        "missing; “missing” is not known here",
        "'x' or yes; neither yes nor no",
        "date('x', 'yyyy'); is not a date",
        "json('{', '/a'); is not JSON",
        "json('{}', '/a'); has nothing at",
        "'a' matches '('; is not a pattern",
        "random(2, 1); lower number first",
        "repeat('a', 99999999); up to a million",
        "repeat('ab', 9223372036854775807); up to a million",
        "today() + 0.5; Only whole days are added to a date, not 0.5 to 2026-11-25",
        "today() - 0.5; Only whole days",
        "today(0.5); Only whole days",
        "today() + 1000000000000; beyond the last date",
        "today(9223372036854775807); beyond the last date",
        "json('{\"a\": 1e2000000000}', '/a'); at most 6144 digits",
        "json('1e4000', '') * json('1e4000', ''); at most 6144 digits",
      })
  void whatHasNoValueSaysWhy(String formula, String reason) {
    FormulaException failure = assertThrows(FormulaException.class, () -> evaluate(formula));
    assertTrue(failure.getMessage().contains(reason), failure.getMessage());
  }

  @Test
  void deepNestingIsRefusedAndDoesNotOverflow() {
    FormulaProblem problem =
        Template.ofFormula("(".repeat(5_000) + "1" + ")".repeat(5_000)).problems().get(0);
    assertTrue(problem.message().contains("nested too deeply"));
  }

  @Test
  void readingDoesNotDependOnWhatNamesExist() {
    Formula.Binary sum =
        assertInstanceOf(
            Formula.Binary.class,
            Template.ofFormula("number of shelves + 1").singleReference().orElseThrow());
    assertEquals(List.of("number of shelves"), ((Formula.Reference) sum.left()).path());
  }
}
