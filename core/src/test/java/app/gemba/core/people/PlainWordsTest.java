package app.gemba.core.people;

import static org.assertj.core.api.Assertions.assertThat;

import java.text.Collator;
import java.util.Locale;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PlainWordsTest {

  @ParameterizedTest
  @CsvSource({
    "'  Anne-Marie  O''Hara ', anne marie o hara",
    "SJÖ, sjo",
    "Łukasz Ødegård, lukasz odegard",
    "Straße 7½, strasse 71 2",
    "Ｊｏｎａｓ, jonas",
    "ﬁsh, fish",
    "Ёлкина, елкина",
    "İstanbul, istanbul",
    "'', ''",
    "'—', ''",
  })
  void aTextIsItsWordsAlone(String text, String expected) {
    assertThat(PlainWords.of(text)).isEqualTo(expected);
  }

  /** The same letters to a reader, by the JDK's collation at its coarsest. */
  @Test
  void lettersWithAccentsAreThoseWithout() {
    Collator letters = Collator.getInstance(Locale.ENGLISH);
    letters.setStrength(Collator.PRIMARY);
    letters.setDecomposition(Collator.FULL_DECOMPOSITION);
    for (char letter = 'À'; letter <= 'ž'; letter++) {
      for (char plain = 'a'; plain <= 'z'; plain++) {
        if (letters.equals(String.valueOf(letter), String.valueOf(plain))) {
          assertThat(PlainWords.of(String.valueOf(letter)))
              .as("%s", letter)
              .isEqualTo(String.valueOf(plain));
        }
      }
    }
  }

  /** The quick way for plain letters is the long way. */
  @Test
  void asciiIsReadAsAnythingElse() {
    Random random = new Random(3);
    for (int i = 0; i < 5_000; i++) {
      StringBuilder text = new StringBuilder();
      random.ints(random.nextInt(12), 32, 127).forEach(text::appendCodePoint);
      assertThat(PlainWords.of(text.toString()))
          .as("%s", text)
          .isEqualTo(PlainWords.of(text + " é").replaceFirst(" ?e$", ""));
    }
  }

  @Test
  void wordsOfWordsAreThemselves() {
    Random random = new Random(4);
    for (int i = 0; i < 5_000; i++) {
      StringBuilder text = new StringBuilder();
      random
          .ints(random.nextInt(8), 32, 0x2FFF)
          .filter(Character::isDefined)
          .forEach(text::appendCodePoint);
      String words = PlainWords.of(text.toString());
      assertThat(PlainWords.of(words)).as("%s", text).isEqualTo(words);
    }
  }
}
