package app.gemba.store;

import app.gemba.core.intake.file.FileShape;
import app.gemba.core.intake.file.TableFile;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;

/** How files are read, as JSON. The stored form is its own, so that the core's types may change. */
final class Looks {
  private Looks() {}

  private record StoredLook(
      String file,
      FileShape shape,
      List<String> headers,
      List<String> sheets,
      long rows,
      Optional<Long> cutOffAt) {}

  static String write(TableFile file) {
    return Json.write(
        new StoredLook(
            file.path().getFileName().toString(),
            file.shape(),
            file.headers(),
            file.sheets(),
            file.rows(),
            file.cutOffAt().isPresent()
                ? Optional.of(file.cutOffAt().getAsLong())
                : Optional.empty()));
  }

  static TableFile read(String json, Path folder) {
    StoredLook is = Json.read(json, StoredLook.class);
    return new TableFile(
        folder.resolve(is.file()),
        is.shape(),
        is.headers(),
        is.sheets(),
        is.rows(),
        is.cutOffAt().map(OptionalLong::of).orElse(OptionalLong.empty()));
  }
}
