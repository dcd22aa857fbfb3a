package elmtable.demosite;

import com.fasterxml.jackson.databind.JsonNode;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Takes requests for firings: the studio's rules, with a message for every bad value. */
final class Requests {
  private static final Map<String, Integer> DAYS =
      Map.of(
          "Thu 3 December", 3, "Mon 7 December", 7, "Fri 11 December", 11, "Mon 14 December", 14);
  private static final int MOST_SHELVES = 6;

  private final Defects defects;

  Requests(Defects defects) {
    this.defects = defects;
  }

  /** What a form was sent with. */
  record Request(String shelves, String programme, String peak, String day, boolean fragile) {
    static Request of(JsonNode wish) {
      return new Request(
          wish.path("shelves").asText(),
          wish.path("programme").asText(),
          wish.path("peak").asText(),
          wish.path("day").asText(),
          wish.path("fragile").asBoolean());
    }
  }

  /** The message for the live region, and the firing where one was booked. */
  record Answer(String message, Optional<Firing> booked) {
    static Answer refused(String message) {
      return new Answer(message, Optional.empty());
    }
  }

  static List<String> days() {
    return DAYS.entrySet().stream()
        .sorted(Map.Entry.comparingByValue())
        .map(Map.Entry::getKey)
        .toList();
  }

  Answer take(Request request, Visit visit) {
    Integer shelves = whole(request.shelves());
    if (shelves == null) {
      return Answer.refused("Shelves are counted in whole numbers");
    }
    if (shelves < 1) {
      return Answer.refused("Choose at least one shelf");
    }
    if (shelves > MOST_SHELVES) {
      return Answer.refused("A kiln has six shelves");
    }
    Optional<Programme> programme = Programme.named(request.programme());
    if (programme.isEmpty()) {
      return Answer.refused("Choose a programme");
    }
    Integer peak = whole(request.peak());
    int hottest = programme.get().hottest() + (defects.oneTooMany() ? 1 : 0);
    if (peak == null || peak < programme.get().coolest() || peak > hottest) {
      return Answer.refused(
          programme.get().title()
              + " fires from "
              + programme.get().coolest()
              + " to "
              + programme.get().hottest()
              + " °C");
    }
    if (!DAYS.containsKey(request.day())) {
      return Answer.refused("Choose a day");
    }
    if (visit.isTaken(request.day())) {
      return Answer.refused(request.day() + " is taken");
    }
    Firing firing =
        visit.book(
            request.day(), DAYS.get(request.day()), programme.get(), shelves, request.fragile());
    return new Answer(
        "Booked: " + shelves + (shelves == 1 ? " shelf" : " shelves"), Optional.of(firing));
  }

  /** Null for what is no whole number. */
  static Integer whole(String text) {
    return text != null && text.matches("-?\\d{1,6}") ? Integer.valueOf(text) : null;
  }
}
