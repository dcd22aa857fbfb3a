package elmtable.project;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import elmtable.data.DataSets;
import elmtable.data.DataSummary;
import elmtable.data.readers.DataContext;
import elmtable.data.source.BrokenDataException;
import elmtable.data.source.ProjectFiles;
import elmtable.formula.EvaluationContext;
import elmtable.formula.Evaluator;
import elmtable.formula.FormulaException;
import elmtable.formula.Template;
import elmtable.formula.Value;
import elmtable.formula.ValueLookup;
import elmtable.language.Block;
import elmtable.project.entry.DataEntry;
import elmtable.text.Names;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;

/**
 * Data sets as they were read last, kept over all snapshots of a project until their block, a set
 * or file that they are made of, or a value of the environment in them changes.
 */
final class DataCache {
  /**
   * @param keyed null where the set cannot be used
   * @param sets what other sets were asked for, by name; null where there was none
   * @param files the versions of the files that were asked for
   * @param paths the paths of all files, where they were asked for, or null
   * @param fills properties with references, and what they were filled with
   */
  private record CachedReading(
      DataSets.Reading reading,
      DataSummary summary,
      KeyedRows keyed,
      Map<String, Block> sets,
      Map<String, Optional<String>> files,
      List<String> paths,
      Map<String, String> fills) {}

  /**
   * For each set, what is known of it in environments that give it different sources. Blocks are
   * told apart by identity, and forgotten with the last snapshot that has them.
   */
  private final Cache<Block, List<CachedReading>> cache = Caffeine.newBuilder().weakKeys().build();

  /** The set as it is described; its rows are not looked at for that. */
  DataSets.Reading reading(DataEntry entry, Project project) {
    Block block = entry.located().block();
    return valid(cache.getIfPresent(block), project)
        .map(CachedReading::reading)
        .orElseGet(() -> DataSets.of(block, new LookupRecorder(project)));
  }

  /** What reading the set's rows once showed; broken where it cannot be used. */
  DataSummary summary(DataEntry entry, Project project) {
    return known(entry, project).summary();
  }

  /** How many rows a usable set has, by reading all of them where a look did not tell. */
  long rows(DataEntry entry, Project project) {
    CachedReading known = known(entry, project);
    return known.summary().whole() ? known.summary().rows() : known.keyed().count();
  }

  /** A usable set's rows by their keys. */
  KeyedRows keyedRows(DataEntry entry, Project project) {
    return known(entry, project).keyed();
  }

  private CachedReading known(DataEntry entry, Project project) {
    Block block = entry.located().block();
    return valid(cache.getIfPresent(block), project)
        .or(() ->
            valid(cache.asMap().compute(block, (b, before) -> read(b, before, project)), project))
        .orElseThrow();
  }

  private static Optional<CachedReading> valid(List<CachedReading> known, Project project) {
    return known == null
        ? Optional.empty()
        : known.stream()
            .filter(one -> holds(one, project) && isFilledAlike(one, project))
            .findFirst();
  }

  /** Reads a set once, however many ask for it at the same time. */
  private static List<CachedReading> read(
      Block block, List<CachedReading> before, Project project) {
    if (valid(before, project).isPresent()) {
      return before;
    }
    LookupRecorder context = new LookupRecorder(project);
    DataSets.Reading reading = DataSets.of(block, context);
    DataSummary summary =
        reading
            .source()
            .map(DataSummary::of)
            .orElseGet(() -> DataSummary.broken(reading.problems().get(0).message()));
    List<CachedReading> all = new ArrayList<>(before == null ? List.of() : before);
    all.removeIf(one -> !holds(one, project) || isFilledAlike(one, project));
    KeyedRows keyed = reading.source().map(KeyedRows::new).orElse(null);
    all.add(
        new CachedReading(
            reading, summary, keyed, context.sets, context.versions, context.paths, context.fills));
    return List.copyOf(all);
  }

  private static boolean holds(CachedReading before, Project project) {
    for (Map.Entry<String, Block> set : before.sets().entrySet()) {
      if (block(set.getKey(), project).orElse(null) != set.getValue()) {
        return false;
      }
    }
    for (Map.Entry<String, Optional<String>> file : before.files().entrySet()) {
      if (!project.files().version(file.getKey()).equals(file.getValue())) {
        return false;
      }
    }
    return before.paths() == null || before.paths().equals(project.files().paths());
  }

  private static boolean isFilledAlike(CachedReading before, Project project) {
    return before.fills().entrySet().stream()
        .allMatch(fill -> Objects.equals(tryFilled(fill.getKey(), project), fill.getValue()));
  }

  private static Optional<Block> block(String set, Project project) {
    return project.index().dataSet(set).map(entry -> entry.located().block());
  }

  private static String tryFilled(String written, Project project) {
    try {
      return filled(written, project);
    } catch (BrokenDataException withoutValue) {
      return null;
    }
  }

  private static String filled(String written, Project project) {
    Template template = Template.of(written);
    if (!template.hasReferences()) {
      return written;
    }
    String environment = project.environment();
    try {
      EvaluationContext context = EvaluationContext.seeded(0);
      Map<String, Value> values =
          environment.isEmpty()
              ? Map.of()
              : Environments.values(project.index(), environment, System.getenv(), context);
      ValueLookup scope =
          path -> Optional.ofNullable(values.get(Names.key(path.get(path.size() - 1))));
      return new Evaluator(scope, context).value(template).text();
    } catch (FormulaException failure) {
      throw new BrokenDataException(
          "“" + written + "” cannot be filled in: " + failure.getMessage());
    }
  }

  /** Notes what a data set asks for. */
  private static final class LookupRecorder implements DataContext, ProjectFiles {
    private final Project project;
    final Map<String, Block> sets = new HashMap<>();
    final Map<String, Optional<String>> versions = new HashMap<>();
    final Map<String, String> fills = new HashMap<>();
    List<String> paths;

    LookupRecorder(Project project) {
      this.project = project;
    }

    @Override
    public ProjectFiles files() {
      return this;
    }

    @Override
    public Optional<Block> set(String name) {
      Optional<Block> block = block(name, project);
      sets.put(name, block.orElse(null));
      return block;
    }

    @Override
    public String filled(String written) {
      if (Template.of(written).hasReferences()) {
        fills.put(written, tryFilled(written, project));
      }
      return DataCache.filled(written, project);
    }

    @Override
    public List<String> paths() {
      paths = project.files().paths();
      return paths;
    }

    @Override
    public Optional<String> version(String path) {
      Optional<String> version = project.files().version(path);
      versions.put(path, version);
      return version;
    }

    @Override
    public InputStream open(String path) throws IOException {
      return project.files().open(path);
    }

    @Override
    public Path local(String path) throws IOException {
      return project.files().local(path);
    }
  }
}
