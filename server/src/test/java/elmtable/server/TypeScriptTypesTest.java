package elmtable.server;

import static org.junit.jupiter.api.Assertions.assertEquals;

import cz.habarta.typescript.generator.Input;
import cz.habarta.typescript.generator.JsonLibrary;
import cz.habarta.typescript.generator.OptionalProperties;
import cz.habarta.typescript.generator.Settings;
import cz.habarta.typescript.generator.TypeScriptFileType;
import cz.habarta.typescript.generator.TypeScriptGenerator;
import cz.habarta.typescript.generator.TypeScriptOutputKind;
import elmtable.server.message.Messages;
import elmtable.server.message.Nullable;
import java.io.IOException;
import java.lang.reflect.Type;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import org.junit.jupiter.api.Test;

/**
 * The interface's types are made from the server's records. Run with {@code -Dtypes.write=true} to
 * write them anew after a change of the records.
 */
class TypeScriptTypesTest {
  private static final Path TYPES = Path.of("../web/src/api/types.ts");

  @Test
  void typesOfTheInterfaceAreThoseOfTheRecords() throws IOException {
    String made = generate();
    if (Boolean.getBoolean("types.write")) {
      Files.writeString(TYPES, made);
    }
    assertEquals(made, Files.readString(TYPES), "Run the server's tests with -Dtypes.write=true.");
  }

  private static String generate() {
    Settings settings = new Settings();
    settings.jsonLibrary = JsonLibrary.jackson2;
    settings.outputKind = TypeScriptOutputKind.module;
    settings.outputFileType = TypeScriptFileType.implementationFile;
    settings.optionalAnnotations = List.of(Nullable.class);
    settings.optionalProperties = OptionalProperties.useSpecifiedAnnotations;
    settings.noFileComment = true;
    settings.noTslintDisable = true;
    settings.noEslintDisable = true;
    settings.customTypeMappings.put("java.time.Instant", "string");
    Type[] views =
        Messages.all().sorted(Comparator.comparing(Class::getSimpleName)).toArray(Type[]::new);
    return "// Made from the records of the server; see TypeScriptTypesTest. Do not edit.\n"
        + new TypeScriptGenerator(settings)
            .generateTypeScript(Input.from(views))
            .replaceAll("\r\n", "\n")
            .stripTrailing()
        + "\n";
  }
}
