package elmtable.completion;

import elmtable.block.BrowserBlock;
import elmtable.block.DataBlock;
import elmtable.block.FixtureList;
import elmtable.block.Isolation;
import elmtable.block.Scope;
import elmtable.browser.BrowserConfig;
import elmtable.completion.Completion.Offer;
import elmtable.completion.Completion.Result;
import elmtable.data.DataSets;
import elmtable.data.source.BrokenDataException;
import elmtable.data.source.DataSource;
import elmtable.language.Block;
import elmtable.language.BlockKind;
import elmtable.language.Document.LocatedBlock;
import elmtable.project.Project;
import elmtable.project.ProjectIndex;
import elmtable.project.entry.CaseEntry;
import elmtable.project.entry.KeywordEntry;
import elmtable.project.entry.NamedBlock;
import elmtable.project.entry.SuiteEntry;
import java.time.ZoneId;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;

/** Values for a property: names that the project has, or the words that there are for it. */
final class PropertyCompletion {
  static final String NONE = "none";
  private static final String ON_CHANGE_OF = "on change of ";

  private final Project project;
  private final ProjectIndex index;
  private final String path;
  private final Block block;
  private final LocatedBlock located;

  PropertyCompletion(Project project, String path, LocatedBlock located) {
    this.project = project;
    this.index = project.index();
    this.path = path;
    this.located = located;
    this.block = located.block();
  }

  Result of(String word, String text) {
    if (block.kind().properties().stream().noneMatch(word::equals)) {
      return Result.NOTHING;
    }
    return switch (word) {
      case "tags" -> block.kind() == BlockKind.PLAN ? tagsOf(Typed.word(text)) : list(text, tags());
      case "only" -> tagsOf(Typed.word(text));
      case "fixtures", "needs" -> list(text, fixtures());
      case "environments" -> list(text, named(BlockKind.ENVIRONMENT));
      case "like" -> whole(text, named(BlockKind.ENVIRONMENT));
      case "browsers" -> list(text, named(BlockKind.BROWSER));
      case "data" -> whole(text, dataSets());
      case "combine" -> combined(text);
      case "pages" -> list(text, pages());
      case "suites" -> list(text, suites());
      case "after" -> list(text, earlierCases());
      case "check" -> whole(text, keywords());
      case "group" -> whole(text, groups());
      case "key" -> whole(text, columns());
      case "columns", "sort by", "kinds" -> list(text, columns());
      case "where" -> names(Typed.word(text), columns());
      case "from" -> whole(text, dataFiles());
      case "every" -> onChange(text);
      case "time zone" ->
          whole(text, ZoneId.getAvailableZoneIds().stream().sorted().map(Named::of));
      default -> words(text, wordsOf(word));
    };
  }

  /** A name to be offered. */
  private record Named(String name, String why, String note) {
    static Named of(String name) {
      return new Named(name, "", "");
    }
  }

  /** The words of a property that has its own. */
  private List<String> wordsOf(String word) {
    return switch (word) {
      case "run", "draft", "independent", "distinct", "headless", "wipe", "offline" ->
          List.of("yes", "no");
      case "header" -> List.of("no");
      case "keep session" -> block.kind() == BlockKind.CASE ? List.of("no") : List.of();
      case "scope" -> Scope.words();
      case "isolation" -> Isolation.words();
      case "kind" -> BrowserConfig.KINDS;
      case "colour scheme" -> BrowserBlock.COLOUR_SCHEMES;
      case "certificates" -> BrowserBlock.CERTIFICATES;
      case "pictures" -> List.of("failures", "steps");
      case "encoding" -> List.of("UTF-8", "UTF-16", "ISO-8859-1", "windows-1252");
      case "separator" -> List.of("tab", ";", "|");
      default -> List.of();
    };
  }

  private static Result words(String text, List<String> words) {
    Typed typed = Typed.whole(text);
    return Result.beginningFirst(
        Offer.CHOICE, typed.part(), words.stream().map(word -> typed.finishedBy(word, "", "")));
  }

  private Result whole(String text, Stream<Named> all) {
    return names(Typed.whole(text), all);
  }

  private Result list(String text, Stream<Named> all) {
    return names(Typed.item(text), all);
  }

  private Result tagsOf(Typed typed) {
    return names(typed, tags());
  }

  /** Each once, and none that stands already, be it as what is being typed. */
  private Result names(Typed typed, Stream<Named> all) {
    Stream<Suggestion> offered =
        all.filter(each -> !typed.has(each.name()) && !each.name().equals(typed.part()))
            .distinct()
            .map(each -> typed.finishedBy(each.name(), each.why(), each.note()));
    return Result.beginningFirst(Offer.NAME, typed.part(), offered);
  }

  private Stream<Named> tags() {
    return index.suites().stream()
        .flatMap(suite -> suite.cases().stream())
        .flatMap(entry -> entry.tags().stream())
        .distinct()
        .sorted()
        .map(Named::of);
  }

  /** Blocks of a kind but this one; a case can also do without what its suite has. */
  private Stream<Named> named(BlockKind kind) {
    Stream<Named> others =
        index.named(kind).stream()
            .filter(each -> each.block() != block)
            .map(PropertyCompletion::described);
    return Stream.concat(others, none());
  }

  /** Also those with places as cases fill them in. */
  private Stream<Named> fixtures() {
    Stream<Named> filled =
        index.suites().stream()
            .flatMap(suite -> suite.cases().stream())
            .flatMap(entry -> entry.fixtures().stream())
            .map(FixtureList.Use::name)
            .filter(name -> index.named(BlockKind.FIXTURE, name).isEmpty())
            .distinct()
            .map(name -> new Named(name, "", noteOfFixture(name)));
    return Stream.concat(filled, named(BlockKind.FIXTURE));
  }

  private String noteOfFixture(String name) {
    return index.fixture(name).map(match -> match.named().block().noteText()).orElse("");
  }

  private static Named described(NamedBlock named) {
    return new Named(named.name(), "", named.block().noteText());
  }

  private Stream<Named> none() {
    return block.kind() == BlockKind.CASE
        ? Stream.of(new Named(NONE, "", "takes away what the suite says"))
        : Stream.empty();
  }

  private Stream<Named> dataSets() {
    return Stream.concat(
        index.dataSets().stream()
            .filter(set -> set.located().block() != block)
            .map(set -> new Named(set.name(), "data", set.located().block().noteText())),
        none());
  }

  private Result combined(String text) {
    Optional<String> way =
        DataBlock.WAYS.stream()
            .filter(each -> text.toLowerCase(Locale.ROOT).startsWith(each + " "))
            .findFirst();
    if (way.isEmpty()) {
      return whole(text, DataBlock.WAYS.stream().map(each -> Named.of(each + " ")));
    }
    int start = way.get().length() + 1;
    return names(Typed.item(text.substring(start)).behind(text.substring(0, start)), dataSets());
  }

  private Stream<Named> pages() {
    return index.pages().stream()
        .map(page -> new Named(page.name(), "", page.located().block().noteText()));
  }

  private Stream<Named> suites() {
    return index.suites().stream()
        .filter(suite -> !suite.name().isEmpty())
        .map(suite -> new Named(suite.name(), "", suite.block().map(Block::noteText).orElse("")));
  }

  /** The cases of the same suite by their names, then all others behind their suite's. */
  private Stream<Named> earlierCases() {
    String own = project.indexes().get(path).caseAt(located).map(CaseEntry::suiteName).orElse("");
    Stream<Named> near =
        index.suites().stream().filter(suite -> suite.name().equals(own)).flatMap(this::casesOf);
    Stream<Named> far =
        index.suites().stream()
            .filter(suite -> !suite.name().equals(own))
            .flatMap(
                suite -> casesOf(suite).map(each -> Named.of(suite.name() + "/" + each.name())));
    return Stream.concat(near, far);
  }

  private Stream<Named> casesOf(SuiteEntry suite) {
    return suite.cases().stream()
        .filter(entry -> entry.block() != block)
        .map(entry -> Named.of(entry.name()));
  }

  private Stream<Named> keywords() {
    return index.keywords().stream()
        .map(KeywordEntry::signature)
        .map(signature -> new Named(signature.name(), signature.group(), signature.note()));
  }

  private Stream<Named> groups() {
    return index.keywords().stream()
        .filter(KeywordEntry.Composed.class::isInstance)
        .map(keyword -> keyword.signature().group())
        .filter(group -> !group.isEmpty())
        .distinct()
        .sorted()
        .map(Named::of);
  }

  /** The columns that the property can name: of a data set those before it is shaped. */
  private Stream<Named> columns() {
    List<String> names =
        switch (block.kind()) {
          case DATA_SET ->
              index.dataSet(block.name()).map(project::dataSet).stream()
                  .flatMap(reading -> reading.stages().stream().limit(1))
                  .flatMap(stage -> columnsOf(stage.source()).stream())
                  .toList();
          case CASE ->
              project.indexes().get(path).caseAt(located).map(project::dataOf).stream()
                  .flatMap(data -> data.columns().stream())
                  .toList();
          default ->
              index.dataSet(block.value("data")).map(project::dataSummary).stream()
                  .flatMap(summary -> summary.columns().stream())
                  .toList();
        };
    return names.stream().map(name -> new Named(name, "column", ""));
  }

  private static List<String> columnsOf(DataSource source) {
    try {
      return source.columns();
    } catch (BrokenDataException unreadable) {
      // The check says why; there is nothing to offer.
      return List.of();
    }
  }

  private Stream<Named> files() {
    return project.files().paths().stream().map(Named::of);
  }

  private Stream<Named> dataFiles() {
    return files()
        .filter(file -> {
          String name = file.name().toLowerCase(Locale.ROOT);
          return DataSets.fileEndings().contains(name.substring(name.lastIndexOf('.') + 1));
        });
  }

  private Result onChange(String text) {
    if (!text.toLowerCase(Locale.ROOT).startsWith(ON_CHANGE_OF)) {
      return whole(text, Stream.of(new Named(ON_CHANGE_OF, "", "and a file of the project")));
    }
    String written = text.substring(0, ON_CHANGE_OF.length());
    return names(Typed.whole(text.substring(written.length())).behind(written), files());
  }
}
