package elmtable.binding;

import elmtable.browser.Locator;
import elmtable.formula.EvaluationContext;
import elmtable.formula.Evaluator;
import elmtable.formula.FormulaException;
import elmtable.formula.Template;
import elmtable.formula.Value;
import java.util.Optional;
import javax.xml.XMLConstants;
import javax.xml.xpath.XPathExpressionException;
import javax.xml.xpath.XPathFactory;
import javax.xml.xpath.XPathFactoryConfigurationException;

/** Tells before a run whether a locator's language can be read, with samples for its places. */
public final class LocatorSyntax {
  /** Every place gets a number, which fits where a text does, too. */
  private static final Evaluator SAMPLES =
      new Evaluator(path -> Optional.of(Value.of("7")), EvaluationContext.seeded(0));

  /** Made when first used, as it takes a good part of a start. */
  private static final class XPaths {
    private static final XPathFactory FACTORY = factory();

    private static XPathFactory factory() {
      XPathFactory factory = XPathFactory.newDefaultInstance();
      try {
        factory.setFeature(XMLConstants.FEATURE_SECURE_PROCESSING, true);
      } catch (XPathFactoryConfigurationException impossible) {
        throw new IllegalStateException("Every implementation knows this feature", impossible);
      }
      return factory;
    }
  }

  private LocatorSyntax() {}

  /** Why a locator cannot work, as the end of a sentence that begins with it, or nothing. */
  public static Optional<String> objection(Locator.By by, Template locator) {
    if (!locator.problems().isEmpty()) {
      return Optional.empty();
    }
    try {
      String filled = LocatorValues.fill(by, locator, SAMPLES).value();
      return switch (by) {
        case CSS -> CssSelector.objection(filled);
        case XPATH -> xpath(filled);
        default -> Optional.empty();
      };
    } catch (FormulaException needsAnother) {
      // A formula that a sample does not suit says so with its own values.
      return Optional.empty();
    }
  }

  private static Optional<String> xpath(String expression) {
    try {
      synchronized (XPaths.FACTORY) {
        XPaths.FACTORY.newXPath().compile(expression);
      }
      return Optional.empty();
    } catch (XPathExpressionException unreadable) {
      return Optional.of(
          "is not XPath 1.0; a bracket or quote may not close, or a sign be too many.");
    }
  }
}
