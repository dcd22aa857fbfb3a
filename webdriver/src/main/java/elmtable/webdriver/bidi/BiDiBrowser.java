package elmtable.webdriver.bidi;

import elmtable.browser.Browser;
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

/** A browser as a case uses it: a user context of a program that speaks BiDi. */
final class BiDiBrowser implements Browser {
  private final BrowserProgram program;
  private final UserContext context;
  private final BiDiTab tab;
  private final BiDiPages pages;
  private final BiDiInput input;
  private final PageElements elements;
  private final PageSurvey survey;
  private final BiDiWindows windows;
  private final BiDiDialogs dialogs;
  private final BiDiDownloads downloads;
  private final BiDiScripts scripts;
  private final BiDiPictures pictures;
  private final BiDiStorage storage;
  private final BiDiState state;
  private boolean closed;

  /** Whether a case has it; until then it is only made ready. */
  private volatile boolean begun;

  /**
   * @param context goes back to the program when the browser is closed
   * @param position lets pages ask where they are, where the browser block says where that is
   */
  BiDiBrowser(
      BrowserProgram program, UserContext context, Optional<UserContextEmulation> position) {
    this.program = program;
    this.context = context;
    this.tab = new BiDiTab(program, context.events(), context.window());
    BiDiWaiting waiting = new BiDiWaiting(tab);
    this.pages = new BiDiPages(tab, waiting, position);
    this.input = new BiDiInput(tab, waiting);
    this.elements = new PageElements(waiting);
    this.survey = new PageSurvey(waiting);
    this.windows = new BiDiWindows(tab, waiting);
    this.dialogs = new BiDiDialogs(tab);
    this.downloads = new BiDiDownloads(tab);
    this.scripts = new BiDiScripts(tab);
    this.pictures = new BiDiPictures(tab, waiting);
    BiDiCookies cookies = new BiDiCookies(tab, context.id());
    this.state = new BiDiState(tab, waiting, cookies);
    this.storage = new BiDiStorage(tab, waiting, pages, cookies);
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
  public State state() {
    return state;
  }

  @Override
  public Network network() {
    return scripts;
  }

  @Override
  public Downloads downloads() {
    return downloads;
  }

  @Override
  public Scripts scripts() {
    return scripts;
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
    if (!begun) {
      begun = true;
      program.busy(true);
    }
    tab.within(limit);
  }

  @Override
  public boolean isUsable() {
    return !tab.isSilent() && !program.isGone();
  }

  @Override
  public String description() {
    return program.description();
  }

  @Override
  public synchronized void close() {
    if (!closed) {
      closed = true;
      program.release(context, tab);
      if (begun) {
        program.busy(false);
      }
    }
  }
}
