package app.gemba.server.desk;

import app.gemba.engine.desk.DeskExchange;
import app.gemba.server.access.Caller;
import app.gemba.server.access.Permission;
import app.gemba.server.access.SignedIn;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.springframework.http.HttpStatus;
import org.springframework.http.server.ServerHttpRequest;
import org.springframework.http.server.ServerHttpResponse;
import org.springframework.stereotype.Component;
import org.springframework.web.socket.CloseStatus;
import org.springframework.web.socket.WebSocketHandler;
import org.springframework.web.socket.WebSocketSession;
import org.springframework.web.socket.handler.AbstractWebSocketHandler;
import org.springframework.web.socket.server.HandshakeInterceptor;
import tools.jackson.databind.json.JsonMapper;

/** Pages of agents that listen to their desks. Only who may take calls is let in. */
@Component
class DeskSockets extends AbstractWebSocketHandler implements HandshakeInterceptor, AutoCloseable {
  private static final String AGENT = "agent";

  private final DeskExchange exchange;
  private final DeskViews views;
  private final JsonMapper json;
  private final Map<String, DeskSocket> open = new ConcurrentHashMap<>();
  private final ExecutorService writers =
      Executors.newFixedThreadPool(2, task -> new Thread(task, "desks-are-told"));

  DeskSockets(DeskExchange exchange, DeskViews views, JsonMapper json) {
    this.exchange = exchange;
    this.views = views;
    this.json = json;
  }

  @Override
  public boolean beforeHandshake(
      ServerHttpRequest request,
      ServerHttpResponse response,
      WebSocketHandler handler,
      Map<String, Object> attributes) {
    Optional<SignedIn> who = Caller.signedIn();
    if (who.filter(one -> one.may(Permission.TAKE_CALLS)).isEmpty()) {
      response.setStatusCode(who.isEmpty() ? HttpStatus.UNAUTHORIZED : HttpStatus.FORBIDDEN);
      return false;
    }
    attributes.put(AGENT, who.get().userId());
    return true;
  }

  @Override
  public void afterHandshake(
      ServerHttpRequest request,
      ServerHttpResponse response,
      WebSocketHandler handler,
      Exception exception) {
    // Nothing is left to do.
  }

  @Override
  public void afterConnectionEstablished(WebSocketSession session) {
    long agent = agent(session);
    DeskSocket socket =
        new DeskSocket(session, () -> json.writeValueAsString(views.of(agent)), writers);
    open.put(session.getId(), socket);
    exchange.floor().seat(agent).listen(socket);
  }

  @Override
  public void afterConnectionClosed(WebSocketSession session, CloseStatus status) {
    DeskSocket socket = open.remove(session.getId());
    if (socket != null) {
      exchange.floor().seat(agent(session)).leave(socket);
      socket.close();
    }
  }

  @Override
  public void close() {
    writers.shutdownNow();
  }

  private static long agent(WebSocketSession session) {
    return (Long) session.getAttributes().get(AGENT);
  }
}
