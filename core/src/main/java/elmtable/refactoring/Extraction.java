package elmtable.refactoring;

import java.util.List;

/**
 * A keyword made of steps, before it is made.
 *
 * @param places where these steps stand, the chosen one first, also those that are left alone
 * @param takes its parameters
 * @param gives the names of its results
 */
public record Extraction(
    Preview preview, List<Place> places, List<Taken> takes, List<String> gives) {
  public Extraction {
    places = List.copyOf(places);
    takes = List.copyOf(takes);
    gives = List.copyOf(gives);
  }

  /**
   * @param line of the first step, counted from zero
   */
  public record Place(String document, int line) {}

  /**
   * A parameter.
   *
   * @param kind in words
   * @param arguments what each place that calls it hands in, the chosen one first
   */
  public record Taken(String name, String kind, List<String> arguments) {
    public Taken {
      arguments = List.copyOf(arguments);
    }
  }
}
