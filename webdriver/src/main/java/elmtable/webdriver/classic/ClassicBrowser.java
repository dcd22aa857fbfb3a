package elmtable.webdriver.classic;

import elmtable.browser.Browser;
import elmtable.browser.BrowserException;
import elmtable.browser.BrowserState;
import elmtable.browser.Dialogs;
import elmtable.browser.Downloads;
import elmtable.browser.Elements;
import elmtable.browser.Fields;
import elmtable.browser.Keyboard;
import elmtable.browser.Network;
import elmtable.browser.Pages;
import elmtable.browser.Pictures;
import elmtable.browser.Pointer;
import elmtable.browser.Scripts;
import elmtable.browser.State;
import elmtable.browser.Storage;
import elmtable.browser.Survey;
import elmtable.browser.Windows;
import elmtable.webdriver.page.PageElements;
import elmtable.webdriver.page.PageSurvey;
import java.time.Duration;
import java.util.Optional;

/** A browser over the classic protocol, for remote ends without BiDi: a session each. */
public final class ClassicBrowser implements Browser {
  private final ClassicSession session;
  private final Runnable onEnd;
  private final ClassicTab tab;
  private final ClassicPages pages;
  private final ClassicInput input;
  private final PageElements elements;
  private final PageSurvey survey;
  private final ClassicWindows windows;
  private final ClassicDialogs dialogs;
  private final ClassicScripts reports;
  private final ClassicPictures pictures;
  private final ClassicStorage storage;
  private boolean closed;

  /**
   * @param remote whether it runs where files of this machine are not
   * @param onEnd is run when its session has ended, with its closing
   */
  public ClassicBrowser(ClassicSession session, boolean remote, Runnable onEnd) {
    this.session = session;
    this.onEnd = onEnd;
    this.tab = new ClassicTab(session);
    ClassicWaiting waiting = new ClassicWaiting(tab);
    this.pages = new ClassicPages(tab, waiting);
    this.input = new ClassicInput(tab, waiting, remote);
    this.elements = new PageElements(waiting);
    this.survey = new PageSurvey(waiting);
    this.windows = new ClassicWindows(tab, waiting);
    this.dialogs = new ClassicDialogs(tab, waiting);
    this.reports = new ClassicScripts(tab);
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
  public Downloads downloads() {
    return (name, limit) -> {
      throw new BrowserException(
          BrowserException.Kind.PAGE,
          "This browser does not tell what it downloads; one that speaks BiDi does.");
    };
  }

  @Override
  public Dialogs dialogs() {
    return dialogs;
  }

  @Override
  public Storage storage() {
    return storage;
  }

  /** Sites' storage can be reached in their pages only, which would ask their servers. */
  @Override
  public State state() {
    return new State() {
      @Override
      public Optional<BrowserState> read() {
        return Optional.empty();
      }

      @Override
      public void put(BrowserState state) {
        throw new BrowserException(
            BrowserException.Kind.LOST,
            "What sites keep cannot be put into this browser; one that speaks BiDi takes it.");
      }
    };
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
  public Survey survey() {
    return survey;
  }

  @Override
  public void within(Duration limit) {
    tab.within(limit);
  }

  @Override
  public boolean isUsable() {
    return !tab.isSilent();
  }

  @Override
  public String description() {
    return session.description();
  }

  @Override
  public synchronized void close() {
    if (!closed) {
      closed = true;
      session.end();
      onEnd.run();
    }
  }
}
