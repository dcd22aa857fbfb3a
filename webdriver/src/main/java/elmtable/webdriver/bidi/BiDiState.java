package elmtable.webdriver.bidi;

import com.fasterxml.jackson.databind.JsonNode;
import elmtable.browser.BrowserState;
import elmtable.browser.State;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What sites keep, over BiDi. Storage belongs to an origin, so it is read and written in an empty
 * page of each.
 */
final class BiDiState implements State {
  private static final String READ =
      """
      () => [localStorage, sessionStorage].map((kept) =>
        Object.keys(kept).map((name) => [name, kept.getItem(name)]))
      """;
  private static final String WRITE =
      """
      (local, session) => {
        for (const [name, value] of JSON.parse(local)) localStorage.setItem(name, value);
        for (const [name, value] of JSON.parse(session)) sessionStorage.setItem(name, value);
      }
      """;

  private final BiDiTab tab;
  private final BiDiWaiting waiting;
  private final BiDiCookies cookies;
  private final EmptyPages pages;

  BiDiState(BiDiTab tab, BiDiWaiting waiting, BiDiCookies cookies) {
    this.tab = tab;
    this.waiting = waiting;
    this.cookies = cookies;
    this.pages = new EmptyPages(tab);
  }

  @Override
  public Optional<BrowserState> read() {
    Map<String, BrowserState.Entries> storage = new LinkedHashMap<>();
    for (String origin : tab.events().origins()) {
      inEmptyPage(
          origin,
          () -> {
            JsonNode kept = waiting.call(READ, List.of()).path("result").path("value");
            BrowserState.Entries entries =
                new BrowserState.Entries(entries(kept.path(0)), entries(kept.path(1)));
            if (!entries.isEmpty()) {
              storage.put(origin, entries);
            }
          });
    }
    return Optional.of(new BrowserState(cookies.all(), storage));
  }

  private static Map<String, String> entries(JsonNode pairs) {
    Map<String, String> entries = new LinkedHashMap<>();
    for (JsonNode pair : pairs.path("value")) {
      JsonNode parts = pair.path("value");
      entries.put(parts.path(0).path("value").asText(), parts.path(1).path("value").asText());
    }
    return entries;
  }

  @Override
  public void put(BrowserState state) {
    state.cookies().forEach(cookies::put);
    state
        .storage()
        .forEach((origin, entries) ->
            inEmptyPage(
                origin,
                () ->
                    waiting.call(
                        WRITE, List.of(pairs(entries.local()), pairs(entries.session())))));
    tab.events().seen(state.storage().keySet());
  }

  private static Map<String, ?> pairs(Map<String, String> entries) {
    List<List<String>> pairs =
        entries.entrySet().stream().map(one -> List.of(one.getKey(), one.getValue())).toList();
    return Map.of("type", "string", "value", Json.write(pairs));
  }

  /** Shows an empty page of an origin while something is done in it, and an empty one after it. */
  private void inEmptyPage(String origin, Runnable work) {
    try {
      pages.show(origin);
      work.run();
    } finally {
      pages.leave();
    }
  }
}
