package app.gemba.server.demo;

import app.gemba.core.channel.Channel;
import app.gemba.core.consent.Verdicts;
import app.gemba.engine.CallPlans;
import app.gemba.engine.CallSounds;
import app.gemba.store.DeskStore;
import app.gemba.store.HouseStore;
import java.util.List;
import org.springframework.stereotype.Component;

/** The networks of the demo's past. */
@Component
class DemoWires {
  private final DemoTextWire texts = new DemoTextWire();
  private final DemoChatWire chats = new DemoChatWire();
  private final DemoCallWire calls;
  private final DemoDeskWire desks;

  DemoWires(
      CallPlans plans, CallSounds sounds, DeskStore desks, Verdicts verdicts, HouseStore house) {
    this.calls = new DemoCallWire(plans, sounds, house);
    this.desks = new DemoDeskWire(plans, sounds, desks, verdicts, house);
  }

  /** Who holds the calls of agents, in turn. */
  void sit(List<Long> agents) {
    desks.sit(agents);
  }

  DemoWire of(Channel channel) {
    return switch (channel) {
      case SMS -> texts;
      case WHATSAPP -> chats;
      case VOICE_BROADCAST, VOICEMAIL_DROP -> calls;
      case AGENT_CALL -> desks;
    };
  }
}
