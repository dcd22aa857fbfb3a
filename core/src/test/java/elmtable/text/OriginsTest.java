package elmtable.text;

import static org.junit.jupiter.api.Assertions.assertEquals;

import java.util.Optional;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class OriginsTest {
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "http://kiln.test/a?b#c       | http://kiln.test",
        "HTTPS://Kiln.Test:443        | https://kiln.test",
        "http://kiln.test:            | http://kiln.test",
        "https://kiln.test:80/        | https://kiln.test:80",
        "http://127.0.0.1:8090/kilns  | http://127.0.0.1:8090",
        "http://[::1]:8090            | http://[::1]:8090",
        "http://olga:pw@kiln.test/    | http://kiln.test",
        "http://kiln.test@clay.test/  | http://clay.test",
        "http://kiln.test?x@clay.test | http://kiln.test",
        "ftp://kiln.test              | ",
        "see http://kiln.test         | ",
        "/kilns                       | ",
      })
  void areSchemeHostAndPort(String address, String origin) {
    assertEquals(Optional.ofNullable(origin), Origins.of(address));
  }
}
