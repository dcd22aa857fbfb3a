package elmtable.server.message;

import java.util.List;

/** Pages as they are in a browser now. */
public final class PageMessages {
  private PageMessages() {}

  /**
   * An element as its table says it.
   *
   * @param line of its row
   * @param fragile why its locator will break by itself
   */
  public record ElementView(
      String name,
      int line,
      String by,
      String locator,
      String in,
      String note,
      @Nullable String fragile) {}

  /**
   * @param fixtures that cases ask for, as they write them; one may sign in
   */
  public record PageView(
      String name,
      String note,
      String path,
      int line,
      String address,
      List<ElementView> elements,
      List<String> fixtures) {}

  /**
   * @param environment empty for the first
   * @param browser empty for the usual one
   * @param fixture set up before the page is opened
   */
  public record TrialRequest(
      String page,
      @Nullable String environment,
      @Nullable String browser,
      @Nullable String fixture) {}

  /** A place in the picture, in its pixels. */
  public record BoxView(double x, double y, double width, double height) {}

  /**
   * A way to find an element.
   *
   * @param why it stands where it stands among others
   */
  public record ProposalView(String by, String value, int count, String why) {}

  /** Another locator for an element that is not found, with how sure it is, from 0 to 1. */
  public record RepairView(String by, String value, String name, double likeness) {}

  /**
   * What a locator finds.
   *
   * @param example the name that was looked for, of an element whose name has places
   * @param count left out where it was not looked for: its name has places that no step fills
   * @param proposals other ways to find the same element, best first
   */
  public record ElementTrial(
      String name,
      @Nullable String example,
      @Nullable Integer count,
      List<BoxView> boxes,
      @Nullable String fault,
      @Nullable RepairView repair,
      List<ProposalView> proposals) {}

  /** An element of the page that the project has no name for. */
  public record UnnamedElement(
      String name, String role, BoxView box, List<ProposalView> proposals) {}

  /**
   * @param address where the browser was at the end
   * @param picture a PNG as a data address
   * @param failure why the page could not be opened
   */
  public record PageTrialView(
      String address,
      String title,
      double millis,
      @Nullable String picture,
      List<ElementTrial> elements,
      List<UnnamedElement> unnamed,
      @Nullable String failure) {}

  /** The address of an application that a project is to be made for. */
  public record BeginRequest(String address) {}

  /** An element that is proposed for the first page. */
  public record ProposedElement(String name, String by, String value, String role) {}

  /**
   * What a project would begin with.
   *
   * @param address where the browser was at the end
   * @param page the name that the first page would have
   * @param warning what is to be minded before a project is made of the page
   * @param failure why the address could not be opened
   */
  public record BeginView(
      String address,
      String title,
      String page,
      @Nullable String picture,
      List<ProposedElement> elements,
      @Nullable String warning,
      @Nullable String failure) {}

  /** {@code title} is what the first case expects. */
  public record FirstDocumentsRequest(
      String address,
      String page,
      String title,
      List<ProposedElement> elements,
      @Nullable String author) {}

  /** Where the first case stands. */
  public record FirstDocuments(String suite, int documents) {}
}
