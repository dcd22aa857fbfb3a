package elmtable.keyword;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/** Describes one parameter of a keyword method. */
@Target(ElementType.PARAMETER)
@Retention(RetentionPolicy.RUNTIME)
public @interface Param {
  String name();

  String note() default "";

  /** Allowed values; none means any. */
  String[] choices() default {};

  /**
   * May be left out; the method then gets {@link #fallback()}, or null for an element or file
   * without one.
   */
  boolean optional() default false;

  /** The value when left out. */
  String fallback() default "";
}
