package elmtable.server.http;

import elmtable.run.request.RunChoices;
import elmtable.server.message.RunMessages;
import elmtable.server.service.RunService;
import io.javalin.http.BadRequestResponse;
import java.time.Duration;
import java.util.Optional;
import java.util.concurrent.ThreadLocalRandom;

/** Reads how a run is to be carried out. */
final class RunChoicesReader {
  private static final int MOST_SEEDS = 100_000;

  private RunChoicesReader() {}

  static RunChoices read(RunMessages.RunRequest ask) {
    int pace = number("paceMillis", ask.paceMillis(), 0, 0, 60_000);
    return new RunChoices(
        number("workers", ask.workers(), RunService.USUAL_WORKERS, 1, 64),
        ThreadLocalRandom.current().nextInt(1, MOST_SEEDS),
        number("tries", ask.tries(), 1, 1, 10),
        number("stopAfter", ask.stopAfter(), 0, 0, Integer.MAX_VALUE),
        Boolean.TRUE.equals(ask.seen()),
        pace == 0 ? Optional.empty() : Optional.of(Duration.ofMillis(pace)),
        Boolean.TRUE.equals(ask.pictures()));
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
