package elmtable.webdriver;

import elmtable.browser.Browser;
import elmtable.browser.Dialogs;
import elmtable.browser.Elements;
import elmtable.browser.Fields;
import elmtable.browser.Keyboard;
import elmtable.browser.Network;
import elmtable.browser.Pages;
import elmtable.browser.Pictures;
import elmtable.browser.Pointer;
import elmtable.browser.Scripts;
import elmtable.browser.Storage;
import elmtable.browser.Windows;
import java.time.Duration;

/** A browser session over the classic protocol. */
final class ClassicBrowser implements Browser {
  private final Session session;
  private final Runnable onClose;
  private final HostBrowser program;
  private final Tab tab;
  private final ClassicPages pages;
  private final ClassicInput input;
  private final ClassicElements elements;
  private final ClassicWindows windows;
  private final ClassicDialogs dialogs;
  private final PageReports reports;
  private final ClassicPictures pictures;
  private final ClassicStorage storage;

  /**
   * @param handle the tab to be driven, or empty for the one that the session has
   * @param host its second connection, or null
   * @param onClose takes away what was opened for this browser
   */
  ClassicBrowser(Session session, String handle, HostBrowser.Host host, Runnable onClose) {
    this.session = session;
    this.onClose = onClose;
    this.program = host == null ? null : host.program();
    this.tab = new Tab(session, handle, () -> program == null || program.answers());
    Waiting waiting = new Waiting(tab);
    this.pages = new ClassicPages(tab, waiting);
    this.input = new ClassicInput(tab, waiting);
    this.elements = new ClassicElements(waiting);
    this.windows = new ClassicWindows(tab, waiting, host);
    this.dialogs = new ClassicDialogs(tab, waiting);
    this.reports = new PageReports(tab, host);
    this.pictures = new ClassicPictures(tab, waiting);
    this.storage = new ClassicStorage(tab);
  }

  @Override
  public Pages pages() {
    return pages;
  }

  @Override
  public Pointer pointer() {
    return input;
  }

  @Override
  public Keyboard keyboard() {
    return input;
  }

  @Override
  public Fields fields() {
    return input;
  }

  @Override
  public Elements elements() {
    return elements;
  }

  @Override
  public Windows windows() {
    return windows;
  }

  @Override
  public Dialogs dialogs() {
    return dialogs;
  }

  @Override
  public Storage storage() {
    return storage;
  }

  @Override
  public Network network() {
    return reports;
  }

  @Override
  public Scripts scripts() {
    return reports;
  }

  @Override
  public Pictures pictures() {
    return pictures;
  }

  @Override
  public void within(Duration limit) {
    tab.within(limit);
  }

  @Override
  public boolean isUsable() {
    return !tab.isSilent() && (program == null || !program.isGone());
  }

  @Override
  public String description() {
    return session.description();
  }

  @Override
  public void close() {
    if (tab.isSilent() && program != null) {
      // The session waits for the page, so whatever it is asked waits, too.
      program.abandon();
    } else {
      onClose.run();
    }
  }
}
