package app.gemba.server.chat;

import app.gemba.core.campaign.OutgoingChat;
import app.gemba.engine.MessageExchange;
import app.gemba.networks.chat.CallbackSignature;
import app.gemba.networks.chat.ChatCallback;
import app.gemba.server.BusinessClock;
import app.gemba.server.access.Caller;
import app.gemba.server.access.Needs;
import app.gemba.server.access.Permission;
import app.gemba.server.house.ChatNetworkDesk;
import app.gemba.store.ChatTemplates;
import app.gemba.store.ChatTemplates.State;
import app.gemba.store.ChatTemplates.Template;
import app.gemba.store.Refused;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Templates, and what the chat service tells. */
@RestController
@RequestMapping("/api/v1/chat")
class ChatController {
  private static final Logger LOG = LoggerFactory.getLogger(ChatController.class);

  private final Set<String> beingHeard = ConcurrentHashMap.newKeySet();
  private final ChatTemplates templates;
  private final ChatNetworkDesk desk;
  private final MessageExchange<OutgoingChat> exchange;
  private final BusinessClock clock;

  ChatController(
      ChatTemplates templates,
      ChatNetworkDesk desk,
      MessageExchange<OutgoingChat> exchange,
      BusinessClock clock) {
    this.templates = templates;
    this.desk = desk;
    this.exchange = exchange;
    this.clock = clock;
  }

  /** A template to be submitted. */
  record TemplateBody(
      @NotBlank @Size(max = 512) String name,
      @Pattern(regexp = "MARKETING|UTILITY|AUTHENTICATION") String category,
      @Pattern(regexp = "[a-z]{2}(_[A-Z]{2})?") String language,
      @NotBlank @Size(max = 1024) String body) {}

  @GetMapping("/templates")
  @Needs(Permission.SEE_CAMPAIGNS)
  List<Template> chatTemplates() {
    return templates.all();
  }

  @PostMapping("/templates")
  @Needs(Permission.CHANGE_CAMPAIGNS)
  @ResponseStatus(HttpStatus.CREATED)
  Template submitTemplate(@Valid @RequestBody TemplateBody body) {
    Template kept =
        templates.submit(
            new ChatTemplates.Draft(body.name(), body.category(), body.language(), body.body()),
            Caller.id(),
            clock.instant());
    try {
      desk.submit(kept);
      return templates.get(kept.id());
    } catch (Refused e) {
      templates.withdraw(kept.id());
      throw e;
    }
  }

  /** What the chat service tells: refused where it is forged or too old; heard only once. */
  @PostMapping("/callback")
  @Needs(Permission.NONE)
  ResponseEntity<Void> chatCallback(
      @RequestHeader(name = "Chat-Time", defaultValue = "") String time,
      @RequestHeader(name = "Chat-Signature", defaultValue = "") String signature,
      @RequestBody String body) {
    Instant machineNow = Instant.now();
    Optional<CallbackSignature> check = desk.secret().map(CallbackSignature::new);
    if (check.filter(one -> one.isGood(time, body, signature, machineNow)).isEmpty()) {
      LOG.warn("a callback was refused: it is not signed as it should be, or too old");
      return ResponseEntity.status(HttpStatus.UNAUTHORIZED).build();
    }
    ChatCallback callback;
    try {
      callback = ChatCallback.read(body);
    } catch (IllegalArgumentException e) {
      return ResponseEntity.badRequest().build();
    }
    if (templates.hasHeard(callback.id()) || !beingHeard.add(callback.id())) {
      return ResponseEntity.status(HttpStatus.CONFLICT).build();
    }
    try {
      keep(callback);
      Instant forget = machineNow.minus(CallbackSignature.LONGEST.multipliedBy(2));
      templates.heard(callback.id(), machineNow, forget);
      return ResponseEntity.noContent().build();
    } finally {
      beingHeard.remove(callback.id());
    }
  }

  private void keep(ChatCallback callback) {
    for (ChatCallback.Decision decision : callback.decisions()) {
      templates.decide(
          decision.name(),
          decision.language(),
          decision.approved() ? State.APPROVED : State.REJECTED,
          decision.reason(),
          clock.instant());
    }
    exchange.heard(callback.events());
  }
}
