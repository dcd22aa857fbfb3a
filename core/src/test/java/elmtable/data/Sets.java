package elmtable.data;

import elmtable.data.readers.DataContext;
import elmtable.data.source.DataRow;
import elmtable.data.source.DataSource;
import elmtable.data.source.ProjectFiles;
import elmtable.data.source.Rows;
import elmtable.language.Block;
import elmtable.language.Document.LocatedBlock;
import elmtable.language.DocumentParser;
import elmtable.text.Diagnostic;
import elmtable.text.Names;
import java.io.ByteArrayInputStream;
import java.io.FileNotFoundException;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Data sets of one text, over files in memory. */
public final class Sets implements DataContext, ProjectFiles {
  private final List<LocatedBlock> blocks;
  private final Map<String, byte[]> files = new HashMap<>();

  public Sets(String text) {
    blocks = DocumentParser.parse(text).blocks();
  }

  Sets file(String path, byte[] content) {
    files.put(path, content);
    return this;
  }

  Sets file(String path, String content) {
    return file(path, content.getBytes(StandardCharsets.UTF_8));
  }

  DataSets.Reading reading(String name) {
    return DataSets.of(set(name).orElseThrow(), this);
  }

  DataSource source(String name) {
    DataSets.Reading reading = reading(name);
    return reading.source().orElseThrow(() -> new AssertionError(reading.problems().toString()));
  }

  /** The rows of a set as they would be printed, the columns first. */
  List<String> rows(String name) {
    DataSource source = source(name);
    List<String> all = new ArrayList<>(List.of(String.join("|", source.columns())));
    try (Rows rows = source.open()) {
      for (DataRow row = rows.next(); row != null; row = rows.next()) {
        all.add(row.isSound() ? String.join("|", row.cells()) : "!" + row.fault());
      }
    }
    return all;
  }

  /** The rows of the set d, without the columns' names. */
  List<String> rows() {
    List<String> all = rows("d");
    return all.subList(1, all.size());
  }

  public List<String> messages(String name) {
    return reading(name).problems().stream().map(Diagnostic::message).toList();
  }

  @Override
  public ProjectFiles files() {
    return this;
  }

  @Override
  public Optional<Block> set(String name) {
    return blocks.stream()
        .map(LocatedBlock::block)
        .filter(block -> Names.same(block.name(), name))
        .findFirst();
  }

  @Override
  public String filled(String written) {
    return written;
  }

  @Override
  public List<String> paths() {
    return List.copyOf(files.keySet());
  }

  @Override
  public Optional<String> version(String path) {
    return Optional.ofNullable(files.get(path)).map(content -> String.valueOf(content.length));
  }

  @Override
  public InputStream open(String path) throws IOException {
    if (!files.containsKey(path)) {
      throw new FileNotFoundException(path);
    }
    return new ByteArrayInputStream(files.get(path));
  }
}
