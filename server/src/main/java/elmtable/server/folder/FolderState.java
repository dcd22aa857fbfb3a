package elmtable.server.folder;

import elmtable.server.folder.FolderScan.Stamp;
import elmtable.server.service.Workspace;
import elmtable.server.store.FolderBases;
import elmtable.server.store.FolderBases.Base;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.Map;
import java.util.TreeMap;

/** What one look at the folder leaves for the next one. */
final class FolderState {
  final Path folder;
  final Workspace workspace;
  final FolderBases bases;

  /** The texts in which a document and its file were last the same, by path. */
  final Map<String, Base> known = new TreeMap<>();

  final Map<String, Stamp> stamps = new HashMap<>();
  final Map<String, TextFile> forms = new HashMap<>();

  /** Files that were not UTF-8 when they were read, as they were then. */
  final Map<String, Stamp> foreign = new HashMap<>();

  final Map<String, Long> missingSince = new HashMap<>();

  /** Why files are not taken in or not written, by path. */
  final Map<String, String> problems = new TreeMap<>();

  FolderState(Path folder, Workspace workspace, FolderBases bases) {
    this.folder = folder;
    this.workspace = workspace;
    this.bases = bases;
    bases.all().forEach(base -> known.put(base.path(), base));
  }

  Path file(String path) {
    return folder.resolve(path);
  }
}
