package elmtable.keyword;

import elmtable.text.Names;
import java.util.List;
import java.util.Optional;

/** Everything that a caller of a keyword has to know. */
public record Signature(
    String name,
    String group,
    String note,
    List<String> phrases,
    List<Parameter> takes,
    List<Output> gives) {
  public Signature {
    phrases = List.copyOf(phrases);
    takes = List.copyOf(takes);
    gives = List.copyOf(gives);
  }

  public Optional<Parameter> parameter(String name) {
    String key = Names.key(name);
    return takes.stream().filter(parameter -> Names.key(parameter.name()).equals(key)).findFirst();
  }
}
