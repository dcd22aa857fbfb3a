package elmtable.webdriver.bidi;

import elmtable.webdriver.bidi.events.ContextEvents;
import java.nio.file.Path;
import java.util.Optional;

/**
 * Cookies, storage and windows of their own in a program: what a case has, and after it was wiped
 * another one.
 *
 * @param id as the program calls it
 * @param events what happened in it since it was made or wiped
 * @param window the first one
 * @param downloads the folder that its files go to; a remote end keeps them where it will
 */
record UserContext(String id, ContextEvents events, String window, Optional<Path> downloads) {}
