package app.gemba.networks.chat;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.gemba.core.campaign.PartState;
import app.gemba.core.campaign.WireEvent;
import app.gemba.core.channel.Channel;
import app.gemba.core.channel.Outcome;
import java.time.Instant;
import java.util.Optional;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CallbackSignatureTest {
  private static final Instant NOW = Instant.parse("2026-11-17T15:00:00Z");
  private static final String TIME = String.valueOf(NOW.getEpochSecond());
  private static final CallbackSignature SIGNATURE = new CallbackSignature("a-secret-of-ours");

  /** Source: RFC 4231, test case 2, whose data "what do ya want for nothing?" has no full stop. */
  @Test
  void itIsHmacSha256() throws Exception {
    Mac mac = Mac.getInstance("HmacSHA256");
    mac.init(new SecretKeySpec("Jefe".getBytes(), "HmacSHA256"));
    assertThat(
            java.util.HexFormat.of()
                .formatHex(mac.doFinal("what do ya want for nothing?".getBytes())))
        .isEqualTo("5bdcc146bf60754e6a042426089575c75a003f089d2739839dec58b964ec3843");
    mac.init(new SecretKeySpec("a-secret-of-ours".getBytes(), "HmacSHA256"));
    assertThat(SIGNATURE.of("1", "body"))
        .isEqualTo(java.util.HexFormat.of().formatHex(mac.doFinal("1.body".getBytes())));
  }

  @ParameterizedTest
  @CsvSource({"0, true", "-299, true", "299, true", "-301, false", "301, false"})
  void whatWasSignedTooLongAgoIsRefused(long seconds, boolean good) {
    String time = String.valueOf(NOW.getEpochSecond() + seconds);
    assertThat(SIGNATURE.isGood(time, "{}", SIGNATURE.of(time, "{}"), NOW)).isEqualTo(good);
  }

  @Test
  void whatWasForgedIsRefused() {
    String good = SIGNATURE.of(TIME, "{}");
    assertThat(SIGNATURE.isGood(TIME, "{}", good, NOW)).isTrue();
    assertThat(SIGNATURE.isGood(TIME, "{ }", good, NOW)).isFalse();
    assertThat(SIGNATURE.isGood(String.valueOf(NOW.getEpochSecond() + 1), "{}", good, NOW))
        .isFalse();
    assertThat(SIGNATURE.isGood(TIME, "{}", new CallbackSignature("other").of(TIME, "{}"), NOW))
        .isFalse();
    assertThat(SIGNATURE.isGood("soon", "{}", good, NOW)).isFalse();
    assertThat(SIGNATURE.isGood(TIME, "{}", "", NOW)).isFalse();
  }

  @Test
  void aCallbackSaysWhatHappened() {
    ChatCallback callback =
        ChatCallback.read(
            """
            {"id": "e1", "events": [
              {"type": "message", "id": "m1", "reference": 7, "to": "+46701740605",
               "state": "failed", "reason": "not-a-member"},
              {"type": "incoming", "from": "+46701740605", "to": "+12075550140", "text": "Tack"},
              {"type": "template", "name": "x", "language": "en", "state": "rejected",
               "reason": "It promotes."}]}
            """);
    assertThat(callback.id()).isEqualTo("e1");
    assertThat(callback.events())
        .containsExactly(
            new WireEvent.Receipt(
                "m1",
                Optional.of(7),
                "+46701740605",
                PartState.FAILED,
                Outcome.NOT_ON_WHATSAPP,
                "not-a-member"),
            new WireEvent.Incoming(Channel.WHATSAPP, "+46701740605", "+12075550140", "Tack"));
    assertThat(callback.decisions())
        .containsExactly(new ChatCallback.Decision("x", "en", false, "It promotes."));
  }

  @Test
  void whatIsNoCallbackIsRefused() {
    assertThatThrownBy(() -> ChatCallback.read("{\"id\":"))
        .isInstanceOf(IllegalArgumentException.class);
    assertThatThrownBy(() -> ChatCallback.read("{\"id\":\"a\",\"events\":[{\"type\":\"?\"}]}"))
        .hasMessage("an event of no known type");
  }
}
