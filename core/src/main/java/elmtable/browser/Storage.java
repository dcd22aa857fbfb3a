package elmtable.browser;

import java.util.List;
import java.util.Optional;

/** What the page's site keeps in the browser. */
public interface Storage {
  /** The value of a cookie that the page can see, also one that its scripts cannot. */
  Optional<String> cookie(String name);

  /** Sets a cookie of the page's host for a path and all below it. */
  void setCookie(String name, String value, String path);

  /** All cookies of the browser; where it cannot tell those, the ones that the page can see. */
  List<Cookie> cookies();

  /** Keeps a cookie, or removes it where it is expired. */
  void keep(Cookie cookie);

  /** An entry of the page's origin: of this window's session, or of all. */
  Optional<String> entry(String name, boolean session);

  void setEntry(String name, String value, boolean session);
}
