package elmtable.server.http;

import elmtable.run.request.RunChoices;
import elmtable.server.message.RunMessages;
import io.javalin.http.BadRequestResponse;
import java.time.Duration;
import java.util.Optional;

/** Reads how a run is to be carried out. */
final class RunChoicesReader {
  private RunChoicesReader() {}

  /** What is asked for; what is left out is as planned. */
  static RunChoices read(RunMessages.RunRequest ask, RunChoices planned) {
    int pace = number("paceMillis", ask.paceMillis(), 0, 0, 60_000);
    return new RunChoices(
        number("workers", ask.workers(), planned.workers(), 1, 64),
        planned.seed(),
        number("tries", ask.tries(), planned.tries(), 1, 10),
        number("stopAfter", ask.stopAfter(), planned.stopAfter(), 0, Integer.MAX_VALUE),
        Boolean.TRUE.equals(ask.seen()),
        pace == 0 ? Optional.empty() : Optional.of(Duration.ofMillis(pace)),
        ask.pictures() == null ? planned.pictures() : ask.pictures(),
        planned.within(),
        planned.timeout());
  }

  private static int number(String name, Integer asked, int usual, int least, int most) {
    if (asked == null) {
      return usual;
    }
    if (asked < least || asked > most) {
      throw new BadRequestResponse(
          "“" + name + "” is " + asked + "; it is a number from " + least + " to " + most + ".");
    }
    return asked;
  }
}
