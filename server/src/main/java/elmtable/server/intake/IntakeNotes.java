package elmtable.server.intake;

import com.fasterxml.jackson.annotation.JsonInclude;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.json.JsonMapper;
import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * What was decided for a sheet, as it lies beside it in the project.
 *
 * @param mapping which column is for what
 * @param steps the step that says a sentence
 * @param needsKeyword sentences that no keyword says yet
 * @param drafted by the keys of scenarios, what they said when their cases were drafted
 */
record IntakeNotes(
    Map<String, String> mapping,
    Map<String, List<String>> steps,
    List<String> needsKeyword,
    Map<String, List<String>> drafted) {
  private static final ObjectMapper JSON =
      JsonMapper.builder()
          .enable(SerializationFeature.INDENT_OUTPUT)
          .disable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
          .serializationInclusion(JsonInclude.Include.NON_EMPTY)
          .build();

  IntakeNotes {
    mapping = mapping == null ? new TreeMap<>() : new TreeMap<>(mapping);
    steps = steps == null ? new TreeMap<>() : new TreeMap<>(steps);
    needsKeyword = needsKeyword == null ? List.of() : List.copyOf(needsKeyword);
    drafted = drafted == null ? new TreeMap<>() : new TreeMap<>(drafted);
  }

  static IntakeNotes none() {
    return new IntakeNotes(null, null, null, null);
  }

  /** Where the notes of a sheet lie. */
  static String pathOf(String sheet) {
    return sheet.replaceFirst("\\.[^./]+$", "") + ".json";
  }

  static IntakeNotes read(InputStream in) throws IOException {
    return JSON.readValue(in, IntakeNotes.class);
  }

  byte[] write() {
    try {
      return JSON.writeValueAsBytes(this);
    } catch (JsonProcessingException impossible) {
      throw new IllegalStateException(impossible);
    }
  }
}
