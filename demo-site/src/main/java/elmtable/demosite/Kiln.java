package elmtable.demosite;

import java.util.List;

/** One of the studio's kilns; {@code thisWeek} tells whether it is free this week. */
record Kiln(String name, String size, String state, String free, boolean thisWeek, String note) {
  static List<Kiln> all() {
    return List.of(
        new Kiln("Ash", "small", "cold", "Thu 3 December", true, "for tests and jewellery"),
        new Kiln(
            "Birch", "middle", "firing", "Fri 11 December", false, "the one that most ask for"),
        new Kiln("Cedar", "middle", "cooling", "Fri 4 December", true, "open it below 80 °C only"),
        new Kiln("Oak", "large", "cold", "Mon 14 December", false, "six shelves of big pots"));
  }
}
