package elmtable.keyword;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/**
 * Makes a public method a keyword. Its first parameter is the {@link StepContext}; the others, each
 * with {@link Param}, are what it takes, of kinds given by their Java types: String (text),
 * BigDecimal (number), boolean (yes/no), LocalDate (date), {@link elmtable.browser.Target}
 * (element), {@link PageArgument} (page), {@link FormulaArgument} (formula), Path (file), {@link
 * elmtable.formula.Value} (table: a list of rows), Duration. It returns nothing, a {@link
 * elmtable.formula.Value}, or a list of them for several results.
 */
@Target(ElementType.METHOD)
@Retention(RetentionPolicy.RUNTIME)
public @interface Keyword {
  String name();

  String note();

  /** Results in order, each written {@code name: kind, note}. */
  String[] gives() default {};
}
