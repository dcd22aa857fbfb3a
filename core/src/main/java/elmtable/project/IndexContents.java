package elmtable.project;

import elmtable.keyword.KeywordRegistry;
import elmtable.keyword.MethodKeyword;
import elmtable.keyword.PhraseIndex;
import elmtable.keyword.Signature;
import elmtable.language.BlockKind;
import elmtable.language.Document.LocatedBlock;
import elmtable.project.entry.CaseEntry;
import elmtable.project.entry.DataEntry;
import elmtable.project.entry.ElementEntry;
import elmtable.project.entry.HookEntry;
import elmtable.project.entry.KeywordEntry;
import elmtable.project.entry.NamePattern;
import elmtable.project.entry.NamedBlock;
import elmtable.project.entry.PageEntry;
import elmtable.project.entry.SuiteEntry;
import elmtable.text.Diagnostic;
import elmtable.text.Names;
import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** What the documents of a project name together; of two things with one name the first counts. */
final class IndexContents {
  final Map<String, KeywordEntry> keywords = new LinkedHashMap<>();
  final Map<String, PageEntry> pages = new LinkedHashMap<>();
  final Map<String, DataEntry> dataSets = new LinkedHashMap<>();
  final Map<BlockKind, Map<String, NamedBlock>> named = new EnumMap<>(BlockKind.class);

  /** Fixtures with places in their names. */
  final Map<NamedBlock, NamePattern> fixturePatterns = new LinkedHashMap<>();

  final List<HookEntry> hooks = new ArrayList<>();
  final List<SuiteEntry> suites = new ArrayList<>();
  final Map<String, List<DocumentIndex>> suitesByName = new HashMap<>();
  final List<ElementEntry> elements = new ArrayList<>();
  final Map<String, List<ElementEntry>> elementsByName = new LinkedHashMap<>();
  final List<ElementEntry> elementPatterns = new ArrayList<>();

  /** Double names, by document path, with absolute lines. */
  final Map<String, List<Diagnostic>> duplicates = new LinkedHashMap<>();

  /** Worked out when first asked for. */
  volatile Map<String, String> environmentNames;

  /** Worked out when first asked for. */
  volatile Map<String, String> environmentAddresses;

  private final Collection<DocumentIndex> documents;

  private volatile PhraseIndex phrases;

  /**
   * @param phrasesBefore an earlier index of phrases, which is kept where nothing of it changed; or
   *     null
   */
  IndexContents(
      Collection<DocumentIndex> documents, KeywordRegistry builtIn, PhraseIndex phrasesBefore) {
    for (MethodKeyword method : builtIn.all()) {
      keywords.put(Names.key(method.signature().name()), new KeywordEntry.Method(method));
    }
    this.documents = documents;
    documents.forEach(this::add);
    for (PageEntry page : pages.values()) {
      page.elements().forEach(this::addElement);
    }
    phrases = phrasesBefore != null && phrasesBefore.isOf(signatures()) ? phrasesBefore : null;
  }

  /** The case of a key: of its suite's name and its own. */
  Optional<CaseEntry> caseOf(String suiteKey, String caseKey) {
    for (DocumentIndex document : suitesByName.getOrDefault(suiteKey, List.of())) {
      CaseEntry found = document.caseNamed(caseKey);
      if (found != null) {
        return Optional.of(found);
      }
    }
    return Optional.empty();
  }

  /** Whether a step of any document publishes a value of this name. */
  boolean isPublished(String key) {
    return documents.stream().anyMatch(document -> document.published().contains(key));
  }

  private List<Signature> signatures() {
    return keywords.values().stream().map(KeywordEntry::signature).toList();
  }

  PhraseIndex phrases() {
    PhraseIndex known = phrases;
    if (known == null) {
      known = PhraseIndex.of(signatures());
      phrases = known;
    }
    return known;
  }

  /** The index of phrases, where it was asked for. */
  PhraseIndex phrasesSoFar() {
    return phrases;
  }

  private void add(DocumentIndex document) {
    if (!document.duplicates().isEmpty()) {
      duplicates
          .computeIfAbsent(document.document().path(), path -> new ArrayList<>())
          .addAll(document.duplicates());
    }
    for (KeywordEntry.Composed keyword : document.keywords()) {
      KeywordEntry first = keywords.putIfAbsent(Names.key(keyword.signature().name()), keyword);
      if (first instanceof KeywordEntry.Composed composed) {
        duplicate(keyword.path(), keyword.located(), composed.path(), composed.located());
      } else if (first != null) {
        duplicate(keyword.path(), keyword.located(), "built in");
      }
    }
    for (PageEntry page : document.pages()) {
      PageEntry first = pages.putIfAbsent(Names.key(page.name()), page);
      if (first != null) {
        duplicate(page.path(), page.located(), first.path(), first.located());
      }
    }
    for (DataEntry set : document.dataSets()) {
      DataEntry first = dataSets.putIfAbsent(Names.key(set.name()), set);
      if (first != null) {
        duplicate(set.path(), set.located(), first.path(), first.located());
      }
    }
    for (NamedBlock block : document.named()) {
      NamedBlock first =
          named
              .computeIfAbsent(block.block().kind(), kind -> new LinkedHashMap<>())
              .putIfAbsent(Names.key(block.name()), block);
      if (first != null) {
        duplicate(block.path(), block.located(), first.path(), first.located());
      } else if (block.block().kind() == BlockKind.FIXTURE) {
        NamePattern pattern = NamePattern.of(block.name());
        if (pattern.hasPlaceholders()) {
          fixturePatterns.put(block, pattern);
        }
      }
    }
    hooks.addAll(document.hooks());
    document.suite().ifPresent(suites::add);
    document
        .suite()
        .ifPresent(suite ->
            suitesByName
                .computeIfAbsent(Names.key(suite.name()), name -> new ArrayList<>(1))
                .add(document));
  }

  private void addElement(ElementEntry element) {
    elements.add(element);
    if (element.pattern().hasPlaceholders()) {
      elementPatterns.add(element);
    } else {
      elementsByName
          .computeIfAbsent(Names.key(element.name()), key -> new ArrayList<>(1))
          .add(element);
    }
  }

  private void duplicate(String path, LocatedBlock located, String firstPath, LocatedBlock first) {
    duplicate(path, located, "in " + firstPath + ", line " + (first.headerLine() + 1));
  }

  private void duplicate(String path, LocatedBlock located, String where) {
    duplicates
        .computeIfAbsent(path, p -> new ArrayList<>())
        .add(
            DocumentIndex.duplicateName(
                located.block().nameRange().shiftedBy(located.firstLine()),
                "There is already a "
                    + located.block().kind().noun()
                    + " “"
                    + located.block().name()
                    + "” "
                    + where
                    + "."));
  }
}
