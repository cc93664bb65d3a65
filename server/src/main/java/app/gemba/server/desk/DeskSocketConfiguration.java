package app.gemba.server.desk;

import org.springframework.context.annotation.Configuration;
import org.springframework.web.socket.config.annotation.EnableWebSocket;
import org.springframework.web.socket.config.annotation.WebSocketConfigurer;
import org.springframework.web.socket.config.annotation.WebSocketHandlerRegistry;

/** Where desks are listened to; only pages of this house are let in. */
@Configuration(proxyBeanMethods = false)
@EnableWebSocket
class DeskSocketConfiguration implements WebSocketConfigurer {
  private final DeskSockets sockets;

  DeskSocketConfiguration(DeskSockets sockets) {
    this.sockets = sockets;
  }

  @Override
  public void registerWebSocketHandlers(WebSocketHandlerRegistry registry) {
    registry.addHandler(sockets, "/api/v1/desk/socket").addInterceptors(sockets);
  }
}
