package app.gemba.core.content;

import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.core.Reference;
import app.gemba.core.campaign.TextWarnings;
import app.gemba.core.consent.Purpose;
import de.siegmar.fastcsv.reader.NamedCsvRecord;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

class TextCareTest {

  static Stream<NamedCsvRecord> cases() {
    return Reference.rows("sms_cases.csv").stream()
        .filter(row -> !row.getField("non_gsm_chars").isEmpty());
  }

  /** Source: reference/sms_cases.csv, characters outside the alphabet and texts without them. */
  @ParameterizedTest
  @MethodSource("cases")
  void whatForcesTheLongEncodingIsNamedAndReplaced(NamedCsvRecord row) {
    String text = SmsCases.unescape(row.getField("text_python_unicode_escape"));
    String codes =
        LongCharacters.in(text).stream()
            .map(LongCharacters.LongCharacter::code)
            .sorted()
            .collect(Collectors.joining(" "));
    String expected =
        Stream.of(row.getField("non_gsm_chars").split(" "))
            .sorted()
            .collect(Collectors.joining(" "));
    assertThat(codes).isEqualTo(expected);
    String proposal = row.getField("gsm_safe_proposal");
    if (proposal.equals("(none)")) {
      assertThat(SmsSegmenter.cut(LongCharacters.plain(text)).encoding())
          .isEqualTo(SmsEncoding.UCS2);
    } else {
      SmsText plain = SmsSegmenter.cut(LongCharacters.plain(text));
      assertThat(String.join("", plain.segments())).isEqualTo(SmsCases.unescape(proposal));
      assertThat(plain.count()).isEqualTo(Integer.parseInt(row.getField("proposal_segments")));
    }
  }

  @ParameterizedTest
  @CsvSource({
    "'Marram Ferries: boats from 1 December.', SERVICE, ''",
    "'Boats from 1 December.', SERVICE, who sends it",
    "'Marram Ferries: passes are cheaper now.', MARKETING, how to stop",
    "'Marram Ferries: passes are cheaper. Reply STOP to end.', MARKETING, ''",
    "'Marram: see http://marram.example/x', SERVICE, https://",
    "'Marram: see https://marram.example/x', SERVICE, ''",
    "'Marram: see marram.example', SERVICE, https://",
    "'Marram: dear [name], boats run.', SERVICE, left to fill in",
    "'Marram: dear {name}, boats run.', SERVICE, left to fill in",
    "'Marram: dear XXX, boats run.', SERVICE, left to fill in",
    "'Marram: boats at 7:10 [1] and 18.40.', SERVICE, ''",
  })
  void aCarefulColleagueSaysWhatStrikes(String text, Purpose purpose, String expected) {
    List<String> warnings =
        TextWarnings.about(text, purpose, "Marram Ferries", List.of("name"), List.of());
    if (expected.isEmpty()) {
      assertThat(warnings).isEmpty();
    } else {
      assertThat(warnings).hasSize(1).first().asString().contains(expected);
    }
  }

  @Test
  void aFieldThatNobodyHasIsSaid() {
    assertThat(
            TextWarnings.about(
                "Marram: {{naem}}",
                Purpose.SERVICE,
                "Marram Ferries",
                List.of("name"),
                List.of("naem")))
        .containsExactly("Nobody in the audience has a field “naem”.");
  }
}
