package app.gemba.server.campaigns;

import app.gemba.core.channel.Channel;
import java.util.List;

/**
 * What the law says of a kind of contact, in a sentence each, with its source. A careful start, not
 * legal advice.
 */
final class Standings {
  private static final Standing CONSENT =
      new Standing(
          "In the United States a call with a recorded or artificial voice needs the person’s"
              + " agreement, and one in writing where it is marketing.",
          "47 CFR 64.1200(a)(1)(iii), (a)(2), (a)(3) (from memory)");
  private static final Standing IDENTIFICATION =
      new Standing(
          "It must say at its beginning who is calling, and offer a way out by a key.",
          "47 CFR 64.1200(b)(1), (b)(3) (from memory)");
  private static final Standing VOICEMAIL =
      new Standing(
          "In the United States a message left in a mailbox without ringing is a call with a"
              + " prerecorded voice, and needs agreement as any such call.",
          "FCC 22-85, November 2022 (from memory)");
  private static final Standing TEMPLATES =
      new Standing(
          "Whoever did not write first gets only messages by approved templates, after they agreed"
              + " to hear from the house there.",
          "public rules of the WhatsApp platform (from memory)");

  private static final Standing BY_A_PERSON =
      new Standing(
          "Whoever calls says at once who they are and for whom, and a wish not to be called again"
              + " is kept for the house.",
          "47 CFR 64.1200(d)(3), (d)(4) (from memory)");
  private static final Standing LEFT_BY_AN_AGENT =
      new Standing(
          "A recorded message that an agent leaves on a machine is a recorded voice; who has not"
              + " agreed to one is spoken to by the agent.",
          "47 CFR 64.1200(a)(1)(iii) (from memory)");

  private Standings() {}

  /** One sentence, and where it stands. */
  record Standing(String words, String source) {}

  /** What is to be known before contacting by a channel. */
  static List<Standing> of(Channel channel) {
    return switch (channel) {
      case SMS -> List.of();
      case WHATSAPP -> List.of(TEMPLATES);
      case VOICE_BROADCAST -> List.of(CONSENT, IDENTIFICATION);
      case VOICEMAIL_DROP -> List.of(VOICEMAIL, CONSENT, IDENTIFICATION);
      case AGENT_CALL -> List.of(BY_A_PERSON, LEFT_BY_AN_AGENT);
    };
  }
}
