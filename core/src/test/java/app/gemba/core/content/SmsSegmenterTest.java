package app.gemba.core.content;

import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.core.Reference;
import de.siegmar.fastcsv.reader.NamedCsvRecord;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Source: reference/sms_cases.csv and reference/gsm0338.csv (3GPP TS 23.038). */
class SmsSegmenterTest {
  static Stream<NamedCsvRecord> cases() {
    return Reference.rows("sms_cases.csv").stream();
  }

  @ParameterizedTest
  @MethodSource("cases")
  void textsAreCutAsTheStandardSays(NamedCsvRecord row) {
    String text = SmsCases.unescape(row.getField("text_python_unicode_escape"));
    SmsText cut = SmsSegmenter.cut(text);
    assertThat(cut.encoding()).hasToString(row.getField("encoding"));
    assertThat(cut.units()).isEqualTo(Integer.parseInt(row.getField("units")));
    assertThat(String.join("", cut.segments())).isEqualTo(text);
    // Departure: the table charges one segment for an empty text; we send none.
    int segments = text.isEmpty() ? 0 : Integer.parseInt(row.getField("segments"));
    assertThat(cut.count()).as(row.getField("name")).isEqualTo(segments);
    if (segments > 0 && segments < 255) {
      assertThat(unitsPerSegment(cut)).isEqualTo(row.getField("units_per_segment"));
    }
  }

  @Test
  void theAlphabetIsTheStandards() {
    // The escape itself (1B) is no character of its own.
    List<NamedCsvRecord> table =
        Reference.rows("gsm0338.csv").stream()
            .filter(row -> !row.getField("septet_hex").equals("1B"))
            .toList();
    assertThat(table).hasSizeGreaterThan(130);
    for (NamedCsvRecord row : table) {
      int point = Integer.parseInt(row.getField("codepoint").substring(2), 16);
      int expected = row.getField("table").equals("basic") ? 1 : 2;
      assertThat(GsmAlphabet.septets(point)).as(row.getField("codepoint")).isEqualTo(expected);
    }
    long known =
        IntStream.range(0, 0x110000).filter(point -> GsmAlphabet.septets(point) > 0).count();
    assertThat(known).isEqualTo(table.size());
  }

  private static String unitsPerSegment(SmsText cut) {
    return cut.segments().stream()
        .map(
            segment ->
                cut.encoding() == SmsEncoding.UCS2
                    ? segment.length()
                    : segment.codePoints().map(GsmAlphabet::septets).sum())
        .map(String::valueOf)
        .collect(Collectors.joining("|"));
  }
}
