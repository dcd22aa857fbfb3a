package elmtable.webdriver.bidi;

import com.fasterxml.jackson.databind.JsonNode;
import elmtable.browser.BrowserException;
import elmtable.browser.BrowserException.Kind;
import elmtable.webdriver.bidi.events.ContextEvents;
import elmtable.webdriver.bidi.events.Interruption;
import elmtable.webdriver.page.Seconds;
import elmtable.webdriver.wire.WebDriverError;
import java.time.Duration;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.function.Supplier;

/**
 * The window of a case that is driven, the frame in it that is looked at, and what is left of a
 * step's time. Commands end when they are answered or when what they are about is gone.
 */
final class BiDiTab {
  /** What is asked outside of steps, as for evidence. */
  private static final Duration USUAL = Duration.ofSeconds(10);

  /** An answer that comes this late is still the answer. */
  private static final Duration MARGIN = Duration.ofSeconds(1);

  private final BrowserProgram program;
  private final ContextEvents events;
  private String window;
  private boolean silent;
  private boolean acted;
  private Duration limit = USUAL;
  private long end;

  private final Set<String> resized = new HashSet<>();

  /** The frames that were gone into, the outermost first. */
  private final List<Frame> frames = new ArrayList<>();

  private record Frame(String name, String context) {}

  BiDiTab(BrowserProgram program, ContextEvents events, String window) {
    this.program = program;
    this.events = events;
    this.window = window;
    within(USUAL);
  }

  /** A step begins: all of its commands together take so long at most. */
  void within(Duration limit) {
    this.limit = limit;
    end = System.nanoTime() + limit.toNanos();
  }

  /** What is left of the step's time, with what a late answer may take. */
  Duration left() {
    return Duration.ofNanos(Math.max(0, end - System.nanoTime())).plus(MARGIN);
  }

  boolean isSilent() {
    return silent;
  }

  BrowserProgram program() {
    return program;
  }

  ContextEvents events() {
    return events;
  }

  String window() {
    return window;
  }

  /** The window, or the frame in it that is looked at. */
  String context() {
    return frames.isEmpty() ? window : frames.getLast().context();
  }

  /** The names of the frames that were gone into, the outermost first. */
  List<String> frames() {
    return frames.stream().map(Frame::name).toList();
  }

  void enterFrame(String name, String context) {
    frames.add(new Frame(name, context));
  }

  void leaveFrame() {
    if (!frames.isEmpty()) {
      frames.removeLast();
    }
  }

  /** Leaves what was gone into last, until so many frames are left. */
  void leaveFramesTo(int depth) {
    while (frames.size() > depth) {
      frames.removeLast();
    }
  }

  /** Asks the window itself, whatever frame is looked at. */
  <T> T inWindow(Supplier<T> question) {
    List<Frame> before = List.copyOf(frames);
    frames.clear();
    try {
      return question.get();
    } finally {
      frames.addAll(before);
    }
  }

  void leaveFrames() {
    frames.clear();
  }

  void switchTo(String other) {
    window = other;
    leaveFrames();
  }

  /** Gives the window's pages an area of this size, in CSS pixels. */
  void resize(int width, int height) {
    command(
        "browsingContext.setViewport",
        Map.of("context", window, "viewport", BrowserProgram.area(width, height)));
    resized.add(window);
  }

  /** Whether the window's area had another size than its browser block says. */
  boolean isResized() {
    return resized.contains(window);
  }

  /** Something was done that a navigation may follow. */
  void acted() {
    acted = true;
  }

  /** Whether something was done since the page was looked at last. */
  boolean hasActed() {
    return acted;
  }

  void lookedAt() {
    acted = false;
  }

  /** A command that pages cannot hold up. */
  JsonNode command(String method, Map<String, ?> parameters) {
    try {
      return send(method, parameters, left(), EnumSet.of(Interruption.CLOSED)).answer();
    } catch (WebDriverError error) {
      throw failure(error);
    }
  }

  /** As {@link #send(String, Map, Duration, Set)}, in the step's time and whatever happens. */
  JsonNode send(String method, Map<String, ?> parameters) {
    return send(method, parameters, left(), EnumSet.noneOf(Interruption.class)).answer();
  }

  /** An answer, or what came instead of it. */
  record Reply(JsonNode answer, Interruption interruption) {
    boolean isInterrupted() {
      return interruption != null;
    }
  }

  /** Sends a command about what is looked at. */
  Reply send(
      String method, Map<String, ?> parameters, Duration limit, Set<Interruption> interruptions) {
    return send(context(), method, parameters, limit, interruptions);
  }

  /**
   * Sends a command about a window or frame.
   *
   * @param interruptions what ends the wait for its answer
   * @throws WebDriverError as the browser answered
   */
  Reply send(
      String context,
      String method,
      Map<String, ?> parameters,
      Duration limit,
      Set<Interruption> interruptions) {
    requireAnswering();
    try (ContextEvents.Watch watch = events.watch(context, interruptions)) {
      CompletableFuture<JsonNode> answer = program.connection().send(method, parameters);
      awaitFirst(CompletableFuture.anyOf(answer, watch.happened()), limit);
      return answer.isDone()
          ? new Reply(answer.get(), null)
          : new Reply(null, watch.happened().join());
    } catch (ExecutionException failed) {
      throw failed.getCause() instanceof RuntimeException cause
          ? cause
          : new BrowserException(Kind.LOST, "The browser failed.", failed.getCause());
    } catch (InterruptedException interrupted) {
      Thread.currentThread().interrupt();
      throw new BrowserException(Kind.LOST, "Waiting was broken off.", interrupted);
    }
  }

  /** Where the whole machine is slow, the answer comes while the program itself is asked. */
  private void awaitFirst(CompletableFuture<?> first, Duration limit)
      throws ExecutionException, InterruptedException {
    try {
      first.get(Math.max(1, limit.toMillis()), TimeUnit.MILLISECONDS);
    } catch (TimeoutException late) {
      boolean programAnswers = program.answers();
      if (!first.isDone()) {
        throw fallenSilent(late, programAnswers);
      }
    }
  }

  private void requireAnswering() {
    if (silent) {
      throw new BrowserException(
          Kind.SILENT, "The browser was closed, as its page did not answer any more.");
    }
  }

  /** A page that keeps its browser busy is the page's failure, a browser that hangs is not. */
  private BrowserException fallenSilent(Throwable cause, boolean programAnswers) {
    silent = true;
    if (!events.hasDocument(window)) {
      return new BrowserException(Kind.LOST, "The browser's page crashed.", cause);
    }
    return programAnswers
        ? new BrowserException(
            Kind.SILENT,
            "The page did not answer for "
                + Seconds.of(limit)
                + "; something in it keeps it busy. Its browser was closed.",
            cause)
        : new BrowserException(
            Kind.LOST,
            "The browser did not answer for " + Seconds.of(limit) + " and was closed.",
            cause);
  }

  /** Goes to another page by a command that comes back once that is loaded. */
  void load(String method, Map<String, ?> parameters) {
    leaveFrames();
    requireNoDialog();
    try {
      Reply reply =
          send(method, parameters, left(), EnumSet.of(Interruption.DIALOG, Interruption.CLOSED));
      if (reply.interruption() == Interruption.CLOSED) {
        throw new BrowserException(Kind.LOST, "The browser's page is gone; it may have crashed.");
      }
    } catch (BrowserException failed) {
      throw failed.kind() == Kind.SILENT && failed.getCause() instanceof TimeoutException
          ? notLoaded(parameters, failed)
          : failed;
    }
  }

  private BrowserException notLoaded(Map<String, ?> parameters, BrowserException cause) {
    return new BrowserException(
        Kind.SILENT,
        "The page was not loaded after "
            + Seconds.of(limit)
            + (parameters.get("url") instanceof String url ? " (" + url + ")." : ".")
            + " Its browser was closed.",
        cause);
  }

  /**
   * Carries out actions of pointer and keys. They are done when they are answered, and also when
   * they opened a dialog or closed their window, as then no answer comes.
   *
   * @throws WebDriverError as the browser answered
   */
  void perform(Map<String, Object> source) {
    perform(List.of(source));
  }

  /** The same with several sources at once. */
  void perform(List<Map<String, Object>> sources) {
    requireNoDialog();
    acted();
    try {
      send(
          "input.performActions",
          Map.of("context", context(), "actions", sources),
          left(),
          EnumSet.of(Interruption.DIALOG, Interruption.CLOSED));
    } catch (WebDriverError error) {
      if (!isOfLeftPage(error)) {
        throw error;
      }
    }
  }

  /**
   * Makes sure that the page answers.
   *
   * @throws BrowserException if it crashed
   */
  void requireAlive() {
    try {
      send(
          "script.evaluate",
          Map.of("expression", "1", "awaitPromise", false, "target", Map.of("context", window)),
          MARGIN,
          EnumSet.noneOf(Interruption.class));
    } catch (WebDriverError | BrowserException crashed) {
      throw new BrowserException(Kind.LOST, "The browser's page crashed.", crashed);
    }
  }

  /** Whether an error says that the document or its window went while it was asked. */
  static boolean isOfLeftPage(WebDriverError error) {
    String message = error.getMessage();
    return message.contains("navigated or closed")
        || message.contains("Cannot find context")
        || message.contains("Execution context was destroyed")
        || message.contains("AbortError")
        || message.contains("destroyed before")
        || message.contains("DiscardedBrowsingContextError");
  }

  Optional<String> dialog() {
    return events.prompt(window).map(ContextEvents.Prompt::message);
  }

  void requireNoDialog() {
    if (events.prompt(window).isPresent()) {
      throw new BrowserException(Kind.PAGE, openDialog());
    }
  }

  String openDialog() {
    return "The dialog “"
        + dialog().orElse("")
        + "” is open and has to be accepted or dismissed first.";
  }

  /** What was looked at is closed: a frame that the page removed, or the window. */
  BrowserException closed() {
    return new BrowserException(
        Kind.PAGE,
        frames.isEmpty()
            ? "The window is closed; go to another one by “use window”."
            : "The frame “" + frames.getLast().name() + "” is gone; leave it first.");
  }

  /** Says in our words what the browser could not do. */
  BrowserException failure(WebDriverError error) {
    if (program.isGone() || error.getMessage().contains("crashed")) {
      return new BrowserException(Kind.LOST, "The browser is gone: " + error.getMessage(), error);
    }
    if (error.getMessage().contains("parent process browsing contexts")) {
      return new BrowserException(
          Kind.LOST, "The browser shows a page of its own, as it does when a tab crashed.", error);
    }
    if (error.is("no such frame")) {
      return closed();
    }
    return new BrowserException(
        Kind.PAGE, "The browser answered “" + error.code() + "”: " + error.getMessage(), error);
  }
}
