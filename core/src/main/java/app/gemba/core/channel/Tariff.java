package app.gemba.core.channel;

import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.LongStream;

/**
 * What a sender costs. All money is in millionths of the house's currency.
 *
 * @param partMicros each segment of a text
 * @param chatMicros each WhatsApp message
 * @param attemptMicros each call, answered or not
 * @param minuteMicros a minute of an answered call
 * @param stepSeconds answered time is paid in whole steps of so many seconds: 1, 6 or 60
 */
public record Tariff(
    long partMicros, long chatMicros, long attemptMicros, long minuteMicros, int stepSeconds) {
  private static final long SECONDS_A_MINUTE = 60;
  private static final long DEAREST = 1_000_000_000;

  /** What makes it unusable, in sentences; none where it can be used. */
  public List<String> mistakes() {
    List<String> mistakes = new ArrayList<>();
    boolean fits =
        LongStream.of(partMicros, chatMicros, attemptMicros, minuteMicros)
            .allMatch(price -> price >= 0 && price <= DEAREST);
    if (!fits) {
      mistakes.add("A price is from nothing to 1000.");
    }
    if (!List.of(1, 6, 60).contains(stepSeconds)) {
      mistakes.add("Calls are paid in steps of 1, 6 or 60 seconds.");
    }
    return mistakes;
  }

  /** Of a sender that only texts. */
  public static Tariff ofTexts(long partMicros) {
    return new Tariff(partMicros, 0, 0, 0, 60);
  }

  /** What it costs to send something, known as soon as it leaves. */
  public long sending(Channel channel, int parts) {
    return switch (channel) {
      case SMS -> Math.multiplyExact(partMicros, parts);
      case WHATSAPP -> Math.multiplyExact(chatMicros, parts);
      case VOICE_BROADCAST, VOICEMAIL_DROP, AGENT_CALL -> attemptMicros;
    };
  }

  /** What a call costs that was answered for so long; a step that was begun is paid whole. */
  public long call(Duration answered) {
    long seconds = ceilDiv(answered.toMillis(), 1_000L);
    long steps = ceilDiv(seconds, (long) stepSeconds);
    long paid = Math.multiplyExact(steps * stepSeconds, minuteMicros);
    return attemptMicros + ceilDiv(paid, SECONDS_A_MINUTE);
  }

  /** What one person may cost at most: a call that is answered and lasts as long as expected. */
  public long most(Channel channel, int parts, Duration answered) {
    return channel.isCall() ? call(answered) : sending(channel, parts);
  }

  private static long ceilDiv(long amount, long by) {
    return -Math.floorDiv(-amount, by);
  }
}
