package app.gemba.core.channel;

import app.gemba.core.phone.LineType;
import java.util.EnumSet;
import java.util.Set;

/** A way to reach a person. */
public enum Channel {
  SMS("texts", EnumSet.of(LineType.LANDLINE, LineType.SPECIAL)),
  /** Numbers of landlines can be registered there too, but hardly any is: common practice. */
  WHATSAPP("WhatsApp messages", EnumSet.of(LineType.LANDLINE, LineType.SPECIAL)),
  /** A call that says a message to whoever or whatever answers. */
  VOICE_BROADCAST("voice calls", EnumSet.of(LineType.SPECIAL)),
  /** A call that leaves its message in a mailbox. */
  VOICEMAIL_DROP("voicemails", EnumSet.of(LineType.LANDLINE, LineType.SPECIAL)),
  /** A call that somebody of the house holds themselves. */
  AGENT_CALL("calls by agents", EnumSet.of(LineType.SPECIAL));

  private final String words;
  private final Set<LineType> leftOut;

  Channel(String words, Set<LineType> leftOut) {
    this.words = words;
    this.leftOut = leftOut;
  }

  /** What it carries, in words for people. */
  public String words() {
    return words;
  }

  /** Whether anything can arrive on such a line by this channel at all. */
  public boolean takes(LineType type) {
    return !leftOut.contains(type);
  }

  /** Whether it goes over the telephone. */
  public boolean isCall() {
    return hasRecordedVoice() || this == AGENT_CALL;
  }

  /** Whether it is a call with a recorded or artificial voice. */
  public boolean hasRecordedVoice() {
    return this == VOICE_BROADCAST || this == VOICEMAIL_DROP;
  }

  /** The channel by whose senders and whose network it goes: all calls go by the same. */
  public Channel carrier() {
    return isCall() ? VOICE_BROADCAST : this;
  }

  /** The channel under which agreements to this one are kept: a voicemail is a voice call. */
  public Channel agreement() {
    return this == VOICEMAIL_DROP ? VOICE_BROADCAST : this;
  }

  /** Channels under which agreements are kept. */
  public static Set<Channel> ofAgreements() {
    return EnumSet.of(SMS, WHATSAPP, VOICE_BROADCAST, AGENT_CALL);
  }
}
