package app.gemba.core.voice;

import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.core.Reference;
import java.util.stream.IntStream;
import org.junit.jupiter.api.DynamicTest;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestFactory;

/** Source: reference/g711_mulaw.csv, pairs run against another codec (ITU-T G.711). */
class MuLawTest {
  @TestFactory
  Iterable<DynamicTest> agreesWithAnotherCodec() {
    return Reference.rows("g711_mulaw.csv").stream()
        .filter(row -> !row.getField("linear16").equals("octet"))
        .map(
            row ->
                DynamicTest.dynamicTest(
                    row.getField("linear16"),
                    () -> {
                      short linear = Short.parseShort(row.getField("linear16"));
                      int code = Integer.parseInt(row.getField("mulaw_hex"), 16);
                      assertThat(MuLaw.encode(linear) & 0xFF).isEqualTo(code);
                      assertThat(MuLaw.decode((byte) code))
                          .isEqualTo(Short.parseShort(row.getField("decoded_linear16")));
                    }))
        .toList();
  }

  @Test
  void everyCodeComesBackAsItself() {
    // 7F is the other zero: both decode to 0, which encodes to FF.
    assertThat(
            IntStream.range(0, 256)
                .filter(code -> (MuLaw.encode(MuLaw.decode((byte) code)) & 0xFF) != code))
        .containsExactly(0x7F);
  }

  @Test
  void noSampleIsFartherOffThanHalfAStepOfItsSegment() {
    for (int linear = -32_635; linear <= 32_635; linear++) {
      int back = MuLaw.decode(MuLaw.encode((short) linear));
      int segment = 31 - Integer.numberOfLeadingZeros(Math.abs(linear) + 0x84 >> 7);
      assertThat(Math.abs(back - linear)).as("%d", linear).isLessThanOrEqualTo(4 << segment);
    }
  }
}
