package app.gemba.core.channel;

import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.core.phone.LineType;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class ChannelsTest {
  private static final Tariff TELEPHONE = new Tariff(8_000, 25_000, 2_000, 14_000, 6);
  private static final ChatContent CHAT =
      new ChatContent(1, "winter_boats", "en", List.of("first_name", "home_port"));

  /** Billing steps as carriers state them: common practice. */
  @ParameterizedTest
  @CsvSource({
    "0, 6, 2000",
    "1, 6, 3400",
    "6000, 6, 3400",
    "6001, 6, 4800",
    "59999, 6, 16000",
    "60000, 60, 16000",
    "60001, 60, 30000",
    "1, 1, 2234",
    "61000, 1, 16234",
  })
  void anAnsweredCallIsPaidInWholeSteps(long millis, int step, long micros) {
    Tariff tariff = new Tariff(0, 0, 2_000, 14_000, step);
    assertThat(tariff.call(Duration.ofMillis(millis))).isEqualTo(micros);
  }

  @Test
  void eachChannelHasItsOwnPrice() {
    assertThat(TELEPHONE.most(Channel.SMS, 3, Duration.ZERO)).isEqualTo(24_000);
    assertThat(TELEPHONE.most(Channel.WHATSAPP, 1, Duration.ZERO)).isEqualTo(25_000);
    assertThat(TELEPHONE.sending(Channel.VOICEMAIL_DROP, 1)).isEqualTo(2_000);
    assertThat(TELEPHONE.most(Channel.VOICE_BROADCAST, 1, Duration.ofSeconds(30))).isEqualTo(9_000);
    assertThat(TELEPHONE.mistakes()).isEmpty();
    assertThat(new Tariff(-1, 0, 0, 0, 7).mistakes()).hasSize(2);
  }

  @Test
  void placeholdersBecomeFieldsAndFieldsValues() {
    String body = "Hello {{1}}, boats from {{ 2 }}. Yours, {{1}}.";
    assertThat(ChatContent.placeholders(body)).containsExactly(1, 2, 1);
    Composer composer =
        Composer.of(
            Channel.WHATSAPP,
            body,
            Map.of("home_port", "your pier"),
            Optional.of(CHAT),
            Optional.empty());
    assertThat(composer.compose(Map.of("first_name", "Oona", "home_port", " ")))
        .isEqualTo(
            new Message.Chat(
                "winter_boats",
                "en",
                List.of("Oona", "your pier"),
                "Hello Oona, boats from your pier. Yours, Oona."));
    assertThat(composer.fields()).containsExactlyInAnyOrder("first_name", "home_port");
    assertThat(composer.leftBlank(Map.of())).containsExactly("first_name");
  }

  @Test
  void aTemplateIsMappedWhenEveryPlaceholderHasAField() {
    assertThat(CHAT.isMapped("Hello {{1}} and {{2}}")).isTrue();
    assertThat(CHAT.isMapped("Hello {{1}} and {{3}}")).isFalse();
    assertThat(new ChatContent(1, "x", "en", List.of("name", "")).isMapped("{{1}} {{2}}"))
        .isFalse();
    assertThat(CHAT.isMapped("Hello all")).isTrue();
  }

  @Test
  void whatIsSpokenIsExpectedToTakeAsLongAsItsWordsOrItsSound() {
    Composer words = call("x".repeat(120), CallContent.BROADCAST);
    assertThat(words.compose(Map.of()).expected()).isEqualTo(Duration.ofSeconds(22));
    CallContent played =
        new CallContent(
            Optional.of(4L), 9, List.of(), 60, true, true, 1, Optional.empty(), Optional.empty());
    assertThat(call("", played).compose(Map.of()).expected()).isEqualTo(Duration.ofSeconds(21));
  }

  @Test
  void keysDoOneThingEach() {
    CallContent twice =
        new CallContent(
            Optional.empty(),
            0,
            List.of(
                new CallContent.KeyUse("1", CallContent.KeyAct.CONFIRM),
                new CallContent.KeyUse("1", CallContent.KeyAct.OPT_OUT),
                new CallContent.KeyUse("A", CallContent.KeyAct.HEAR_AGAIN)),
            0,
            true,
            true,
            0,
            Optional.of(0),
            Optional.empty());
    assertThat(twice.mistakes()).hasSize(5);
    assertThat(CallContent.BROADCAST.mistakes()).isEmpty();
    assertThat(CallContent.BROADCAST.act('9')).contains(CallContent.KeyAct.OPT_OUT);
    assertThat(CallContent.BROADCAST.act('5')).isEmpty();
  }

  @Test
  void whatALineTakesDependsOnTheChannel() {
    assertThat(Channel.SMS.takes(LineType.LANDLINE)).isFalse();
    assertThat(Channel.VOICE_BROADCAST.takes(LineType.LANDLINE)).isTrue();
    assertThat(Channel.VOICEMAIL_DROP.takes(LineType.LANDLINE)).isFalse();
    assertThat(Channel.VOICEMAIL_DROP.takes(LineType.LANDLINE_OR_MOBILE)).isTrue();
    for (Channel channel : Channel.values()) {
      assertThat(channel.takes(LineType.SPECIAL)).isFalse();
      assertThat(Channel.ofAgreements()).contains(channel.agreement());
    }
  }

  @ParameterizedTest
  @EnumSource(Outcome.class)
  void everyOutcomeIsFoundByItsNameAndSaysWhatToDo(Outcome outcome) {
    assertThat(Outcome.of(outcome.name())).contains(outcome);
    assertThat(outcome.words()).isNotBlank().doesNotEndWith(".");
    assertThat(outcome.kind().canBeTriedAgain()).isNotEqualTo(outcome.kind().isReached());
    if (outcome.kind().canBeTriedAgain() && outcome != Outcome.ASKED_FOR_LATER) {
      assertThat(outcome.advice()).endsWith(".");
    }
  }

  private static Composer call(String words, CallContent content) {
    return Composer.of(
        Channel.VOICE_BROADCAST, words, Map.of(), Optional.empty(), Optional.of(content));
  }
}
