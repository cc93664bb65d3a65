package app.gemba.server.house;

import app.gemba.server.BusinessClock;
import app.gemba.server.access.Caller;
import app.gemba.server.access.Needs;
import app.gemba.server.access.Permission;
import app.gemba.store.AuditLog;
import app.gemba.store.DataFolder;
import app.gemba.store.Store;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Backups of the house, made while it is in use. They are restored by command. */
@RestController
@RequestMapping("/api/v1/backups")
class BackupController {
  private static final String ENDING = ".db";

  private final DataFolder folder;
  private final AuditLog audit;
  private final BusinessClock clock;

  BackupController(DataFolder folder, AuditLog audit, BusinessClock clock) {
    this.folder = folder;
    this.audit = audit;
    this.clock = clock;
  }

  /** A backup; {@code path} is where it is on the house's machine, {@code at} by that clock. */
  record Backup(String path, long bytes, Instant at) {}

  @GetMapping
  @Needs(Permission.CHANGE_HOUSE)
  List<Backup> backups() throws IOException {
    try (Stream<Path> files = Files.list(folder.part("backups"))) {
      return files
          .filter(file -> file.toString().endsWith(ENDING))
          .map(BackupController::read)
          .sorted(Comparator.comparing(Backup::at).reversed())
          .limit(50)
          .toList();
    }
  }

  @PostMapping
  @Needs(Permission.CHANGE_HOUSE)
  @ResponseStatus(HttpStatus.CREATED)
  Backup backUp() throws IOException {
    String stamp = Instant.now().toString().replaceAll("[:.]", "");
    Path target = folder.part("backups").resolve("house-" + stamp + ENDING);
    Store.backUp(folder.database(), target);
    audit.write(Caller.id(), "house backed up", target.toString(), "", clock.instant());
    return read(target);
  }

  private static Backup read(Path file) {
    try {
      return new Backup(
          file.toString(), Files.size(file), Files.getLastModifiedTime(file).toInstant());
    } catch (IOException e) {
      return new Backup(file.toString(), 0, Instant.EPOCH);
    }
  }
}
