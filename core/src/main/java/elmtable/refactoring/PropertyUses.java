package elmtable.refactoring;

import elmtable.block.FixtureBlock;
import elmtable.block.FixtureList;
import elmtable.block.SuiteOrCase;
import elmtable.language.Block;
import elmtable.language.BlockKind;
import elmtable.language.Line;
import elmtable.language.Lists;
import elmtable.language.Lists.Part;
import elmtable.project.Project;
import elmtable.project.entry.CaseEntry;
import elmtable.project.entry.EarlierCase;
import elmtable.text.Names;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Finds names in properties, most of which are lists. */
final class PropertyUses {
  private final Project project;
  private final RenameTarget thing;
  private final Map<Block, CaseEntry> cases;
  private final UseList uses;

  PropertyUses(Project project, RenameTarget thing, Map<Block, CaseEntry> cases, UseList uses) {
    this.project = project;
    this.thing = thing;
    this.cases = cases;
    this.uses = uses;
  }

  /** A tag of a feature that names something. */
  void findInTag(Line.Property tag) {
    if (thing instanceof RenameTarget.Named named) {
      if (named.kind() == BlockKind.FIXTURE && isFixtureList(tag)) {
        fixtures(FixtureList.of(tag, true), named.name());
      } else if (namedBy(named.kind(), BlockKind.CASE, tag.word())) {
        listed(tag, named.name());
      }
    }
  }

  void find(Block block, Line.Property property) {
    switch (thing) {
      case RenameTarget.Named named -> {
        if (named.kind() == BlockKind.FIXTURE && isFixtureList(property)) {
          fixtures(
              block.kind() == BlockKind.FIXTURE
                  ? new FixtureBlock(block).needs()
                  : SuiteOrCase.of(block).fixtures(),
              named.name());
        } else if (namedBy(named.kind(), block.kind(), property.word())) {
          listed(property, named.name());
        }
        if (named.kind() == BlockKind.SUITE && property.word().equals("after")) {
          for (Part name : Lists.parts(property.value())) {
            int slash = name.text().indexOf('/');
            if (slash > 0 && Names.same(name.text().substring(0, slash), named.name())) {
              listed(property, name, 0, slash);
            }
          }
        }
      }
      case RenameTarget.Case one -> {
        if (property.word().equals("after") && cases.containsKey(block)) {
          for (Part name : Lists.parts(property.value())) {
            after(cases.get(block), property, name, one);
          }
        }
      }
      case RenameTarget.Element ignored -> {}
      case RenameTarget.Parameter ignored -> {}
      case RenameTarget.Column ignored -> {}
    }
  }

  private static boolean namedBy(BlockKind kind, BlockKind of, String property) {
    return switch (kind) {
      case PAGE -> property.equals("pages");
      case DATA_SET -> property.equals("data") || property.equals("combine");
      case ENVIRONMENT -> property.equals("like") || property.equals("environments");
      case BROWSER -> property.equals("browsers");
      case SUITE -> property.equals("suites");
      case KEYWORD -> of == BlockKind.FIXTURE && property.equals("check");
      default -> false;
    };
  }

  private static boolean isFixtureList(Line.Property property) {
    return property.word().equals("fixtures") || property.word().equals("needs");
  }

  /** Where a fixture is asked for, perhaps with its places filled in. */
  private void fixtures(FixtureList list, String name) {
    for (FixtureList.Use use : list.uses()) {
      boolean means =
          project
              .index()
              .fixture(use.name())
              .filter(match -> Names.same(match.named().name(), name))
              .isPresent();
      if (means) {
        uses.add(list.range(use), use.name(), false);
      }
    }
  }

  private void listed(Line.Property property, String name) {
    for (Part each : Lists.parts(property.value())) {
      int from = property.word().equals("combine") ? afterHow(each.text()) : 0;
      if (Names.same(each.text().substring(from), name)) {
        listed(property, each, from, each.text().length());
      }
    }
  }

  /** A combination's first words say how its sets are combined. */
  private static int afterHow(String part) {
    for (String how : List.of("all of ", "pairs of ", "side by side ", "one after another ")) {
      if (part.startsWith(how)) {
        return part.length() - part.substring(how.length()).stripLeading().length();
      }
    }
    return 0;
  }

  /** A part of a name in a list. */
  private void listed(Line.Property property, Part written, int from, int to) {
    int start = written.start();
    if (property.valueRange().end() - property.valueRange().start() >= start + to) {
      String text = written.text().substring(from, to);
      uses.add(property.valueRange().part(start + from, start + to), text, false);
    }
  }

  private void after(CaseEntry later, Line.Property property, Part part, RenameTarget.Case one) {
    String name = part.text();
    Optional<CaseEntry> earlier = project.index().earlier(name, later).map(EarlierCase::entry);
    boolean found =
        earlier.isPresent()
            && Names.same(earlier.get().suiteName(), one.suite())
            && Names.same(earlier.get().name(), one.name());
    if (found) {
      // Behind a suite's name and a slash, and before “by row”.
      for (int from = 0; ; from = name.indexOf('/', from) + 1) {
        for (int to = name.length(); to > from; to = name.lastIndexOf(' ', to - 1)) {
          if (Names.same(name.substring(from, to), one.name())) {
            listed(property, part, from, to);
            return;
          }
        }
      }
    }
  }
}
