package elmtable.project;

import java.util.Optional;

/** Values of secrets that documents leave empty, since somebody types them in. */
@FunctionalInterface
public interface TypedSecrets {
  TypedSecrets NONE = (environment, name) -> Optional.empty();

  Optional<String> find(String environment, String name);
}
