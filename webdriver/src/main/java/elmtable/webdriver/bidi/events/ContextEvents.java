package elmtable.webdriver.bidi.events;

import com.fasterxml.jackson.databind.JsonNode;
import elmtable.text.Origins;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.function.BooleanSupplier;

/**
 * What the pages of one user context did, as BiDi tells it: their windows and frames, dialogs,
 * navigations, what they reported to the console, and what they ask of the network. Fed by the
 * connection's thread, read by the case's.
 */
public final class ContextEvents {
  private static final long QUIET_MILLIS = 500;
  private static final int MOST_ERRORS = 200;

  /** What Firefox reports for a request, or an answer, that ends because its page is left. */
  private static final List<String> ENDED_WITH_PAGE =
      List.of(
          "NetworkError when attempting to fetch resource",
          "AbortError: The operation was aborted");

  private final Set<String> origins = new LinkedHashSet<>();
  private String emptyPage;
  private final Set<String> windows = new LinkedHashSet<>();

  /** What each frame stands in. */
  private final Map<String, String> parents = new HashMap<>();

  /** How many realms each window or frame has; one that crashed has none. */
  private final Map<String, Integer> realms = new HashMap<>();

  private final Map<String, Prompt> prompts = new HashMap<>();

  /** The navigation that is under way in a window or frame, until its document is there. */
  private final Map<String, String> navigations = new HashMap<>();

  private final List<Watch> watches = new ArrayList<>();
  private final List<String> errors = new ArrayList<>();
  private final OpenRequests requests = new OpenRequests();
  private final Authentication authentication = new Authentication();
  private final DownloadLog downloads = new DownloadLog();
  private final Traces traces = new Traces();

  /** A dialog that is open. */
  public record Prompt(String type, String message) {}

  /** Completes as soon as one of some things happens in a window or frame; to be closed. */
  public final class Watch implements AutoCloseable {
    private final String context;
    private final Set<Interruption> wanted;
    private final CompletableFuture<Interruption> happened = new CompletableFuture<>();

    private Watch(String context, Set<Interruption> wanted) {
      this.context = context;
      this.wanted = wanted;
    }

    public CompletableFuture<Interruption> happened() {
      return happened;
    }

    private void tell(Interruption interruption) {
      if (wanted.contains(interruption)) {
        happened.complete(interruption);
      }
    }

    @Override
    public void close() {
      synchronized (ContextEvents.this) {
        watches.remove(this);
      }
    }
  }

  /** Looks out for some things in a window or frame; one that is closed already is told at once. */
  public synchronized Watch watch(String context, Set<Interruption> wanted) {
    Watch watch = new Watch(context, wanted);
    watches.add(watch);
    if (!isOpen(context)) {
      watch.tell(Interruption.CLOSED);
    }
    return watch;
  }

  /**
   * Takes an event of BiDi; those that say nothing of interest are passed over.
   *
   * @param context the window or frame that the event is about
   */
  public synchronized void receive(String event, String context, JsonNode about) {
    switch (event) {
      case "browsingContext.contextCreated" -> created(context, about.path("parent"));
      case "browsingContext.contextDestroyed" -> destroyed(context);
      case "browsingContext.userPromptOpened" -> promptOpened(context, about);
      case "browsingContext.userPromptClosed" -> prompts.remove(window(context));
      case "browsingContext.navigationStarted" -> {
        navigations.put(context, about.path("navigation").asText());
        requests.leaving(context, about);
      }
      // The first document of a new window is not always told as committed, nor by the number that
      // its start had.
      case "browsingContext.navigationCommitted", "browsingContext.domContentLoaded" -> {
        navigations.remove(context);
        requests.left(context);
        shown(context, about.path("url").asText());
      }
      case "browsingContext.navigationFailed",
          "browsingContext.navigationAborted",
          "browsingContext.fragmentNavigated",
          "browsingContext.downloadWillBegin" -> {
        navigations.remove(context, about.path("navigation").asText());
        requests.stays(context);
        if (event.equals("browsingContext.downloadWillBegin")) {
          downloads.begun(about);
        }
      }
      case "browsingContext.downloadEnd" -> downloads.ended(about);
      case "script.realmCreated" -> realms.merge(context, 1, Integer::sum);
      case "script.realmDestroyed" -> {
        realms.computeIfPresent(context, (one, count) -> count > 1 ? count - 1 : null);
        tell(context, Interruption.LEFT);
      }
      case "log.entryAdded" -> logged(context, about);
      case "network.beforeRequestSent" -> requests.sent(context, about);
      case "network.responseStarted" -> {
        traces.answered(about);
        authentication.answered(context, about);
      }
      case "network.responseCompleted", "network.fetchError" -> requests.answered(about);
      default -> {}
    }
    notifyAll();
  }

  /** What was downloaded, and is. */
  public DownloadLog downloads() {
    return downloads;
  }

  /** What sites get that ask who one is. */
  public Authentication authentication() {
    return authentication;
  }

  /** A window that was opened by us; the browser may tell later. */
  public synchronized void opened(String window) {
    windows.add(window);
  }

  private void shown(String context, String address) {
    if (windows.contains(context)) {
      Origins.of(address).ifPresent(origins::add);
    } else {
      traces.framed(address);
    }
  }

  /** Why the user context cannot be used for another case, whatever is deleted in it. */
  public synchronized Optional<String> beyondWiping() {
    if (authentication.wasAsked()) {
      return Optional.of("a site asked for authentication, which the browser remembers");
    }
    return downloads.isGoing()
        ? Optional.of("a download is under way")
        : traces.beyondWiping(List.copyOf(origins));
  }

  private void created(String context, JsonNode parent) {
    if (parent.isNull() || parent.isMissingNode()) {
      windows.add(context);
    } else {
      parents.put(context, parent.asText());
    }
  }

  private void destroyed(String context) {
    tell(context, Interruption.CLOSED);
    windows.remove(context);
    parents.remove(context);
    prompts.remove(context);
    navigations.remove(context);
    realms.remove(context);
    requests.closed(context);
  }

  /** Whatever was asked of a window's document may have nobody to answer. */
  public synchronized void left(String context) {
    tell(context, Interruption.LEFT);
  }

  /** Whether there is a document in a window or frame; after a crash there is none. */
  public synchronized boolean hasDocument(String context) {
    return realms.containsKey(context);
  }

  /** Waits for a document in a window or frame; whether there is one. */
  public synchronized boolean awaitDocument(String context, Duration limit)
      throws InterruptedException {
    await(() -> realms.containsKey(context), limit);
    return hasDocument(context);
  }

  private void promptOpened(String context, JsonNode about) {
    String window = window(context);
    prompts.put(window, new Prompt(about.path("type").asText(), about.path("message").asText()));
    for (Watch watch : watches) {
      if (window(watch.context).equals(window)) {
        watch.tell(Interruption.DIALOG);
      }
    }
  }

  private void tell(String context, Interruption interruption) {
    for (Watch watch : watches) {
      if (watch.context.equals(context)) {
        watch.tell(interruption);
      }
    }
  }

  /** The window that a frame is in. */
  private String window(String context) {
    String at = context;
    while (parents.containsKey(at)) {
      at = parents.get(at);
    }
    return at;
  }

  private void logged(String context, JsonNode entry) {
    String text = entry.path("text").asText();
    boolean endedWithPage =
        navigations.containsKey(context) && ENDED_WITH_PAGE.stream().anyMatch(text::contains);
    if (entry.path("level").asText().equals("error")
        && !endedWithPage
        && errors.size() < MOST_ERRORS) {
      errors.add(text);
    }
  }

  /** Whether a window or frame is there still. */
  public synchronized boolean isOpen(String context) {
    return windows.contains(context) || parents.containsKey(context);
  }

  /** The origins of sites that were shown in a window. */
  public synchronized List<String> origins() {
    return List.copyOf(origins);
  }

  /** Sites that were shown in windows, as the state that was put in names them. */
  public synchronized void seen(Collection<String> more) {
    origins.addAll(more);
  }

  /**
   * A request to this address is answered with an empty page.
   *
   * @param address or null for none
   */
  public synchronized void answerEmpty(String address) {
    emptyPage = address;
  }

  /** Whether a request is for the empty page. */
  public synchronized boolean isAnsweredEmpty(String address) {
    return address.equals(emptyPage);
  }

  /** Windows in the order of opening. */
  public synchronized List<String> windows() {
    return new ArrayList<>(windows);
  }

  /** What scripts of pages reported as errors, the first 200. */
  public synchronized List<String> errors() {
    return new ArrayList<>(errors);
  }

  /** The dialog that a window shows. */
  public synchronized Optional<Prompt> prompt(String window) {
    return Optional.ofNullable(prompts.get(window));
  }

  /** What follows may come before the browser tells that a dialog is closed. */
  public synchronized void promptHandled(String window) {
    prompts.remove(window);
  }

  /** Whether a window or frame is on its way to another document. */
  public synchronized boolean isNavigating(String context) {
    return navigations.containsKey(context);
  }

  /** Waits until no navigation is under way, its window opened a dialog, or the limit is over. */
  public synchronized void awaitNavigation(String context, Duration limit)
      throws InterruptedException {
    await(() -> !navigations.containsKey(context) || prompts.containsKey(window(context)), limit);
  }

  /** Waits for a dialog. */
  public synchronized Optional<Prompt> awaitPrompt(String window, Duration limit)
      throws InterruptedException {
    await(() -> prompts.containsKey(window), limit);
    return prompt(window);
  }

  /** Waits until a window opens or closes, or a time is over. */
  public synchronized void awaitWindows(List<String> known, Duration limit)
      throws InterruptedException {
    await(() -> !known.equals(List.copyOf(windows)), limit);
  }

  private void await(BooleanSupplier state, Duration limit) throws InterruptedException {
    long end = System.nanoTime() + limit.toNanos();
    while (!state.getAsBoolean()) {
      long left = (end - System.nanoTime()) / 1_000_000;
      if (left <= 0) {
        return;
      }
      wait(left);
    }
  }

  /** Waits for half a second without an open request; gives those open at the limit. */
  public synchronized List<String> awaitQuiet(Duration limit) throws InterruptedException {
    long end = System.nanoTime() + limit.toNanos();
    while (true) {
      long now = System.nanoTime();
      long quiet = requests.quietMillis(now);
      if (requests.isEmpty() && quiet >= QUIET_MILLIS) {
        return List.of();
      }
      long left = (end - now) / 1_000_000;
      if (left <= 0) {
        return requests.isEmpty()
            ? List.of("requests less than half a second ago")
            : requests.texts();
      }
      wait(Math.max(1, Math.min(left, requests.isEmpty() ? QUIET_MILLIS - quiet : left)));
    }
  }
}
