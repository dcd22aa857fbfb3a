package elmtable.run.event;

/** Keeps pictures, sources and downloads. */
@FunctionalInterface
public interface EvidenceKeeper {
  /**
   * Keeps some bytes and gives the name under which they are found; the same bytes may get the same
   * name.
   */
  String keep(byte[] content, String suffix);
}
