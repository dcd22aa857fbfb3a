package elmtable.browser;

import java.util.Optional;

/** What the page's site keeps in the browser. */
public interface Storage {
  /** The value of a cookie that the page can see, also one that its scripts cannot. */
  Optional<String> cookie(String name);

  /** Sets a cookie of the page's host for a path and all below it. */
  void setCookie(String name, String value, String path);

  /** An entry of the page's origin: of this window's session, or of all. */
  Optional<String> entry(String name, boolean session);

  void setEntry(String name, String value, boolean session);
}
