package elmtable.language;

import elmtable.text.Names;
import java.util.ArrayList;
import java.util.List;

/** The moments at which hooks run. */
final class Hooks {
  private static final List<String> MOMENTS = new ArrayList<>();

  static {
    for (String side : List.of("before", "after")) {
      for (String what : List.of("run", "suite", "case", "step")) {
        MOMENTS.add(side + " " + what);
      }
    }
  }

  private Hooks() {}

  static boolean isMoment(String name) {
    return MOMENTS.contains(Names.key(name));
  }

  static List<String> moments() {
    return MOMENTS;
  }
}
