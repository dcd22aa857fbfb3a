package elmtable.server.message;

import java.util.List;

/** Environments side by side. */
public final class EnvironmentMessages {
  private EnvironmentMessages() {}

  /**
   * @param like the environment that it starts from
   */
  public record EnvironmentColumn(
      String name, String path, int line, String note, @Nullable String like) {}

  /**
   * What an environment says for a name.
   *
   * @param text as written; of a secret only where it is a reference, never its value
   * @param from the environment that it is taken over from; left out where it is its own
   * @param typed whether it is a secret that was typed in, and stands in no document
   */
  public record EnvironmentCell(
      @Nullable String text, @Nullable String from, @Nullable Boolean typed) {}

  /** A secret to be kept; an empty value takes away what was typed in. */
  public record SecretRequest(String environment, String name, String value) {}

  /**
   * @param cells one for each environment, in their order
   */
  public record EnvironmentValue(
      String name, boolean secret, String note, List<EnvironmentCell> cells) {}

  /** A value that a run published for later ones. */
  public record KeptValueView(String environment, String name, String value) {}

  public record EnvironmentsView(
      List<EnvironmentColumn> environments,
      List<EnvironmentValue> values,
      List<KeptValueView> kept) {}

  public record ForgetRequest(String environment, String name) {}
}
