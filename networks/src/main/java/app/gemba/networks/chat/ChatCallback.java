package app.gemba.networks.chat;

import app.gemba.core.campaign.PartState;
import app.gemba.core.campaign.WireEvent;
import app.gemba.core.channel.Channel;
import app.gemba.core.channel.Outcome;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * What the chat service tells.
 *
 * @param id by which a callback that comes twice is known
 * @param events about messages, in the order in which they happened
 * @param decisions about templates
 */
public record ChatCallback(String id, List<WireEvent> events, List<Decision> decisions) {
  private static final JsonMapper JSON = JsonMapper.builder().build();

  public ChatCallback {
    events = List.copyOf(events);
    decisions = List.copyOf(decisions);
  }

  /** A template that was approved, or rejected for a reason. */
  public record Decision(String name, String language, boolean approved, String reason) {}

  /**
   * Reads a callback.
   *
   * @throws IllegalArgumentException where it is none
   */
  public static ChatCallback read(String body) {
    try {
      JsonNode root = JSON.readTree(body);
      List<WireEvent> events = new ArrayList<>();
      List<Decision> decisions = new ArrayList<>();
      for (JsonNode event : root.path("events")) {
        switch (event.path("type").asString("")) {
          case "message" -> events.add(state(event));
          case "incoming" ->
              events.add(
                  new WireEvent.Incoming(
                      Channel.WHATSAPP,
                      text(event, "from"),
                      text(event, "to"),
                      text(event, "text")));
          case "template" ->
              decisions.add(
                  new Decision(
                      text(event, "name"),
                      text(event, "language"),
                      text(event, "state").equals("approved"),
                      text(event, "reason")));
          default -> throw new IllegalArgumentException("an event of no known type");
        }
      }
      return new ChatCallback(text(root, "id"), events, decisions);
    } catch (JacksonException e) {
      throw new IllegalArgumentException("the callback cannot be read", e);
    }
  }

  private static WireEvent state(JsonNode event) {
    PartState state =
        switch (text(event, "state")) {
          case "read" -> PartState.READ;
          case "delivered" -> PartState.DELIVERED;
          case "failed" -> PartState.FAILED;
          default -> PartState.ACCEPTED;
        };
    return new WireEvent.Receipt(
        text(event, "id"),
        Optional.of(event.path("reference").asInt()),
        text(event, "to"),
        state,
        outcome(text(event, "reason")),
        text(event, "reason"));
  }

  private static Outcome outcome(String reason) {
    return switch (reason) {
      case "not-a-member" -> Outcome.NOT_ON_WHATSAPP;
      case "capped" -> Outcome.CAPPED;
      case "unreachable" -> Outcome.HANDSET_AWAY;
      default -> Outcome.UNKNOWN;
    };
  }

  private static String text(JsonNode node, String name) {
    return node.path(name).asString("");
  }
}
