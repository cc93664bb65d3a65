package app.gemba.core.channel;

import app.gemba.core.content.MergeText;
import app.gemba.core.content.SmsSegmenter;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Makes what each person gets out of what a campaign says, on any channel. */
public final class Composer {
  /**
   * How fast the voice speaks, in characters a second, measured over the texts of the demo; it only
   * serves to say beforehand what calls will cost at most.
   */
  private static final double CHARACTERS_A_SECOND = 12;

  /** What a call lasts beside its message: hello, a greeting's end, a goodbye. */
  private static final int SECONDS_AROUND = 12;

  private final Channel channel;
  private final MergeText words;
  private final Optional<ChatContent> chat;
  private final Optional<CallContent> call;

  private Composer(
      Channel channel, MergeText words, Optional<ChatContent> chat, Optional<CallContent> call) {
    this.channel = channel;
    this.words = words;
    this.chat = chat;
    this.call = call;
  }

  /**
   * Compiles what a campaign says.
   *
   * @param message a text with merge fields, or the body of a template with its placeholders
   * @param whenBlank what to say for a field that a person leaves blank
   * @throws MergeText.BadText where the merge fields cannot be read
   */
  public static Composer of(
      Channel channel,
      String message,
      Map<String, String> whenBlank,
      Optional<ChatContent> chat,
      Optional<CallContent> call) {
    String text = chat.map(content -> content.withFields(message)).orElse(message);
    return new Composer(channel, MergeText.of(text, whenBlank), chat, call);
  }

  /** The merge fields that are used, each once. */
  public Set<String> fields() {
    return words.fields();
  }

  /** The fields that are blank for a person and have no words for that. */
  public List<String> leftBlank(Map<String, String> person) {
    return words.leftBlank(person);
  }

  /** What one person gets. */
  public Message compose(Map<String, String> person) {
    String text = words.fill(person);
    return switch (channel) {
      case SMS -> new Message.Text(SmsSegmenter.cut(text));
      case WHATSAPP -> chat(text, person);
      case VOICE_BROADCAST, VOICEMAIL_DROP, AGENT_CALL -> new Message.Spoken(text, seconds(text));
    };
  }

  private Message chat(String text, Map<String, String> person) {
    List<String> values =
        chat.stream()
            .flatMap(content -> content.fields().stream())
            .map(field -> words.value(field, person))
            .toList();
    return new Message.Chat(
        chat.map(ChatContent::template).orElse(""),
        chat.map(ChatContent::language).orElse(""),
        values,
        text);
  }

  private Duration seconds(String text) {
    int said =
        call.filter(content -> content.soundId().isPresent())
            .map(CallContent::soundSeconds)
            .orElseGet(() -> (int) Math.ceil(text.length() / CHARACTERS_A_SECOND));
    return Duration.ofSeconds((long) said + SECONDS_AROUND);
  }
}
