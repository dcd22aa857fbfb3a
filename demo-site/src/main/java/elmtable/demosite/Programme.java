package elmtable.demosite;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.Arrays;
import java.util.Optional;

/** The firing programmes, with the range of their peak in °C and the price of a shelf. */
enum Programme {
  BISQUE("Bisque", 900, 1060, "14.50"),
  GLAZE("Glaze", 1180, 1300, "17.25"),
  RAKU("Raku", 950, 1050, "21.00");

  private static final BigDecimal FRAGILE = new BigDecimal("1.15");

  private final String title;
  private final int coolest;
  private final int hottest;
  private final BigDecimal shelf;

  Programme(String title, int coolest, int hottest, String shelf) {
    this.title = title;
    this.coolest = coolest;
    this.hottest = hottest;
    this.shelf = new BigDecimal(shelf);
  }

  static Optional<Programme> named(String title) {
    return Arrays.stream(values()).filter(programme -> programme.title.equals(title)).findFirst();
  }

  String title() {
    return title;
  }

  int coolest() {
    return coolest;
  }

  int hottest() {
    return hottest;
  }

  /** In euros with cents. */
  BigDecimal price(int shelves, boolean fragile) {
    BigDecimal plain = shelf.multiply(BigDecimal.valueOf(shelves));
    return (fragile ? plain.multiply(FRAGILE) : plain).setScale(2, RoundingMode.HALF_UP);
  }
}
