package app.gemba.core.intake;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.text.NumberFormat;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.format.DateTimeFormatter;
import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Cells as the JDK writes them: days by {@link DateTimeFormatter}, numbers by {@link NumberFormat}
 * for several countries, countries by {@link Locale} (ISO 3166-1; names of CLDR).
 */
class ReadAsWrittenTest {
  private static final int TIMES = 300;

  private final Random random = new Random(5);

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "uuuu-MM-dd                 | UNDECIDED",
        "uuuu/M/d                   | UNDECIDED",
        "uuuuMMdd                   | UNDECIDED",
        "uuuu-MM-dd'T'HH:mm:ss      | UNDECIDED",
        "uuuu-MM-dd HH:mm:ss.SSS    | UNDECIDED",
        "d.M.uuuu                   | UNDECIDED",
        "dd.MM.uu                   | UNDECIDED",
        "d MMMM uuuu                | UNDECIDED",
        "dd-MMM-uu                  | UNDECIDED",
        "MMMM d, uuuu               | UNDECIDED",
        "MMM d uuuu                 | UNDECIDED",
        "dd/MM/uuuu                 | DAY_FIRST",
        "d-M-uu                     | DAY_FIRST",
        "M/d/uuuu                   | MONTH_FIRST",
        "MM-dd-uu                   | MONTH_FIRST",
        "M/d/uuuu h:mm a            | MONTH_FIRST",
      })
  void aDayIsTheOneThatWasWritten(String pattern, DayOrder order) {
    for (Locale locale : new Locale[] {Locale.US, Locale.UK}) {
      DateTimeFormatter written = DateTimeFormatter.ofPattern(pattern, locale);
      for (int i = 0; i < TIMES; i++) {
        LocalDate day =
            LocalDate.of(1970, 1, 1)
                .plusDays(random.nextInt(36_524))
                .withDayOfMonth(1)
                .plusDays(i % 28);
        String cell = written.format(day.atTime(LocalTime.of(i % 24, i % 60)));
        assertThat(DayReader.read(cell, order)).as(cell).contains(day);
      }
    }
  }

  @Test
  void aDayOfNumbersIsReadWithoutAnOrderOnlyWhereBothOrdersAgree() {
    for (LocalDate day = LocalDate.of(2024, 1, 1); day.getYear() < 2025; day = day.plusDays(1)) {
      String cell = DateTimeFormatter.ofPattern("dd/MM/uuuu").format(day);
      boolean twoWays = day.getDayOfMonth() <= 12 && day.getDayOfMonth() != day.getMonthValue();
      assertThat(DayReader.read(cell, DayOrder.UNDECIDED))
          .as(cell)
          .isEqualTo(twoWays ? Optional.empty() : Optional.of(day));
    }
  }

  @ParameterizedTest
  @ValueSource(
      strings = {"en-US", "en-GB", "de-DE", "de-CH", "fr-FR", "it-IT", "es-ES", "sv-SE", "nb-NO"})
  void aNumberIsTheOneThatWasWritten(String country) {
    NumberFormat written = NumberFormat.getNumberInstance(Locale.forLanguageTag(country));
    written.setMinimumFractionDigits(2);
    written.setMaximumFractionDigits(2);
    for (int i = 0; i < TIMES; i++) {
      BigDecimal number = BigDecimal.valueOf(random.nextInt(200_000_000) - 100_000_000, 2);
      String cell = written.format(number);
      assertThat(FieldValue.read(FieldType.NUMBER, cell, DayOrder.UNDECIDED).map(BigDecimal::new))
          .as(cell)
          .hasValueSatisfying(read -> assertThat(read).isEqualByComparingTo(number));
    }
  }

  @Test
  void everyCountryIsKnownByItsCodesAndItsEnglishName() {
    assertThat(Arrays.stream(Locale.getISOCountries()))
        .allSatisfy(
            code -> {
              Locale country = new Locale.Builder().setRegion(code).build();
              assertThat(CountryReader.read(code)).contains(code);
              assertThat(CountryReader.read(country.getISO3Country())).contains(code);
              assertThat(CountryReader.read(country.getDisplayCountry(Locale.ENGLISH)))
                  .contains(code);
            });
  }
}
