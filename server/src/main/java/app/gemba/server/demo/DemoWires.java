package app.gemba.server.demo;

import app.gemba.core.channel.Channel;
import app.gemba.engine.CallPlans;
import app.gemba.engine.CallSounds;
import app.gemba.store.HouseStore;
import org.springframework.stereotype.Component;

/** The networks of the demo's past. */
@Component
class DemoWires {
  private final DemoTextWire texts = new DemoTextWire();
  private final DemoChatWire chats = new DemoChatWire();
  private final DemoCallWire calls;

  DemoWires(CallPlans plans, CallSounds sounds, HouseStore house) {
    this.calls = new DemoCallWire(plans, sounds, house);
  }

  DemoWire of(Channel channel) {
    return switch (channel) {
      case SMS -> texts;
      case WHATSAPP -> chats;
      case VOICE_BROADCAST, VOICEMAIL_DROP -> calls;
    };
  }
}
