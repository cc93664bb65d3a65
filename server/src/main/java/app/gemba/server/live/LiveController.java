package app.gemba.server.live;

import app.gemba.server.access.Needs;
import app.gemba.server.access.Permission;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/** What is happening now. */
@RestController
@RequestMapping("/api/v1")
class LiveController {
  private final LiveBoard board;

  LiveController(LiveBoard board) {
    this.board = board;
  }

  /** The state at this moment. */
  @GetMapping("/now")
  @Needs(Permission.SIGNED_IN)
  LiveBoard.Now now() {
    return board.look();
  }

  /** The same, pushed whenever it changes. */
  @GetMapping(value = "/live", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
  @Needs(Permission.SIGNED_IN)
  SseEmitter live() {
    return board.subscribe();
  }
}
