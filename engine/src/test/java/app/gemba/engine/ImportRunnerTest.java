package app.gemba.engine;

import static org.assertj.core.api.Assertions.assertThat;

import app.gemba.core.intake.AgreementSource;
import app.gemba.core.intake.CellEdits;
import app.gemba.core.intake.ColumnPlan;
import app.gemba.core.intake.ColumnRole;
import app.gemba.core.intake.ImportBook;
import app.gemba.core.intake.ImportPlan;
import app.gemba.core.intake.MergeRule;
import app.gemba.core.intake.file.FileFormat;
import app.gemba.core.intake.file.FileShape;
import app.gemba.core.intake.file.TableFile;
import app.gemba.core.phone.PhoneReader;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.concurrent.TimeUnit;
import java.util.stream.LongStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class ImportRunnerTest {
  private static final int ROWS = 3_130;

  @TempDir Path folder;

  @Test
  void everyRowIsKeptOnceInOrderAndInSteps() throws Exception {
    Book book = new Book(file(), 0);
    run(book);
    assertThat(book.numbers).containsExactlyElementsOf(upTo(1, ROWS));
    assertThat(book.steps).isGreaterThan(1);
    assertThat(book.ended).contains(Optional.empty());
  }

  @Test
  void anImportThatWasCutShortGoesOnBehindItsLastStep() throws Exception {
    Book book = new Book(file(), 500);
    run(book);
    assertThat(book.numbers).containsExactlyElementsOf(upTo(501, ROWS));
    assertThat(book.resumedAt).as("which is said").isEqualTo(500);
  }

  @Test
  void anImportThatSomebodyStopsTakesNoFurtherStep() throws Exception {
    Book book = new Book(file(), 0);
    book.stopAt = 2;
    run(book);
    assertThat(book.numbers).hasSize(StepSize.FIRST.rows());
    assertThat(book.ended).isEmpty();
  }

  @Test
  void takingBackThatWasCutShortGoesOnBeforeAnythingElse() throws Exception {
    Book book = new Book(file(), 0);
    book.undoing = List.of(7L);
    run(book);
    assertThat(book.undone).isEqualTo(3);
    assertThat(book.numbers).hasSize(ROWS);
  }

  @Test
  void aStepThatCannotBeKeptEndsTheTurnAndLeavesTheRestForLater() throws Exception {
    Book book = new Book(file(), 0);
    book.failAt = 2;
    run(book);
    assertThat(book.numbers).as("whole steps only").hasSize(StepSize.FIRST.rows());
    assertThat(book.ended).as("still under way").isEmpty();
  }

  @Test
  void aFileThatIsGoneEndsInASentence() throws Exception {
    Book book = new Book(folder.resolve("gone.csv"), 0);
    run(book);
    assertThat(book.ended).isPresent();
    assertThat(book.ended.get())
        .hasValueSatisfying(why -> assertThat(why).contains("could not be read"));
  }

  private void run(Book book) throws InterruptedException {
    try (ImportRunner runner = new ImportRunner(book, new PhoneReader(), Clock.systemUTC())) {
      runner.start();
      long until = System.nanoTime() + TimeUnit.SECONDS.toNanos(20);
      while (book.isBusy() && System.nanoTime() < until) {
        TimeUnit.MILLISECONDS.sleep(10);
      }
    }
  }

  private Path file() throws IOException {
    StringBuilder csv = new StringBuilder("Name,Mobile\n");
    for (int i = 0; i < ROWS; i++) {
      csv.append("Guest ").append(i).append(",+12075550").append(100 + i % 100).append('\n');
    }
    return Files.writeString(folder.resolve("people.csv"), csv);
  }

  private static List<Long> upTo(long from, long to) {
    return LongStream.rangeClosed(from, to).boxed().toList();
  }

  private static final class Book implements ImportBook {
    private final TableFile table;
    private final long done;
    private List<Long> undoing = List.of();
    private int undone;
    private int stopAt;
    private long resumedAt;
    private final List<Long> numbers = new ArrayList<>();
    private int steps;
    private int failAt;
    private volatile boolean failed;
    private volatile Optional<Optional<String>> ended = Optional.empty();

    Book(Path file, long done) {
      this.table =
          new TableFile(
              file,
              new FileShape(FileFormat.DELIMITED, "UTF-8", ',', "", 0, true),
              List.of("Name", "Mobile"),
              List.of(),
              ROWS,
              OptionalLong.empty());
      this.done = done;
    }

    boolean isBusy() {
      return ended.isEmpty() && !failed;
    }

    @Override
    public List<Long> running() {
      return List.of(1L);
    }

    @Override
    public Job job(long id) {
      ImportPlan plan =
          new ImportPlan(
              List.of(
                  new ColumnPlan(0, "Name", ColumnRole.NAME),
                  new ColumnPlan(1, "Mobile", ColumnRole.PHONE)),
              "US",
              new AgreementSource.None());
      return new Job(id, table, plan, done, CellEdits.NONE);
    }

    @Override
    public Map<Long, Map<String, MergeRule>> decisions(long id) {
      return Map.of();
    }

    @Override
    public void resumed(long id, long row) {
      resumedAt = row;
    }

    @Override
    public List<Long> undoing() {
      return undoing;
    }

    @Override
    public boolean undoSome(long id, Instant now) {
      return ++undone < 3;
    }

    @Override
    public boolean take(Job job, List<ReadRow> rows, Instant now) {
      if (++steps == failAt) {
        failed = true;
        throw new IllegalStateException("the disk is full");
      }
      if (steps == stopAt) {
        failed = true;
        return false;
      }
      rows.forEach(row -> numbers.add(row.number()));
      return true;
    }

    @Override
    public void end(long id, Optional<String> failure, Instant now) {
      ended = Optional.of(failure);
    }
  }
}
