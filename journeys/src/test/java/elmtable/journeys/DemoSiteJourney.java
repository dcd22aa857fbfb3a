package elmtable.journeys;

import elmtable.demosite.Defects;
import elmtable.demosite.Site;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** The demo application fails only where that is planned. */
class DemoSiteJourney {
  @Test
  void anAnswerThatIsOvertakenDoesNotChangeThePrice() throws Exception {
    try (Site site = Site.start(0, Defects.of(Map.of()));
        Screen screen = new Screen()) {
      screen.open(site.address() + "/sign-in");
      screen.script(
          "post('/sign-in', { member: 'Juno Farrow', password: 'celadon' })"
              + ".then(() => { location.href = '/bookings'; })");
      screen.seeText("//*[@id='price']", "€");
      screen.script(
          """
          const answers = [];
          fetch = (path) =>
            new Promise((answer) => {
              answers.push(() => answer({ json: async () => ({ price: path }) }));
            });
          for (const shelves of [2, 3]) {
            form.shelves.value = shelves;
            showPrice();
          }
          answers[1]();
          answers[0]();
          """);
      screen.seeText("//*[@id='price']", "shelves=3");
    }
  }
}
