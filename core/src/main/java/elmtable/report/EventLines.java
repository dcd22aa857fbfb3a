package elmtable.report;

import com.fasterxml.jackson.annotation.JsonInclude;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.databind.DeserializationFeature;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import com.fasterxml.jackson.databind.json.JsonMapper;
import com.fasterxml.jackson.datatype.jsr310.JavaTimeModule;
import elmtable.run.event.RunEvent;

/** Events as lines of JSON (JSON Lines), written and read again. */
public final class EventLines {
  private static final ObjectMapper JSON =
      JsonMapper.builder()
          .addModule(new JavaTimeModule())
          .disable(SerializationFeature.WRITE_DATES_AS_TIMESTAMPS)
          .disable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
          .serializationInclusion(JsonInclude.Include.NON_NULL)
          .build();

  private EventLines() {}

  /** One line, without its end. */
  public static String write(RunEvent event) {
    try {
      return JSON.writeValueAsString(event);
    } catch (JsonProcessingException impossible) {
      throw new IllegalStateException("An event could not be written: " + event, impossible);
    }
  }

  /** Throws {@link IllegalArgumentException} where the line is not an event. */
  public static RunEvent read(String line) {
    try {
      return JSON.readValue(line, RunEvent.class);
    } catch (JsonProcessingException broken) {
      throw new IllegalArgumentException("No event: " + broken.getOriginalMessage(), broken);
    }
  }
}
