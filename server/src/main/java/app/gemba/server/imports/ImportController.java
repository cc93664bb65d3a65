package app.gemba.server.imports;

import app.gemba.core.intake.ColumnCheck;
import app.gemba.core.intake.ColumnGuess;
import app.gemba.core.intake.ColumnPlan;
import app.gemba.core.intake.ColumnRole;
import app.gemba.core.intake.ImportCheck;
import app.gemba.core.intake.ImportPlan;
import app.gemba.core.intake.UnreadableFile;
import app.gemba.server.BusinessClock;
import app.gemba.server.access.Caller;
import app.gemba.server.access.Needs;
import app.gemba.server.access.Permission;
import app.gemba.store.ImportStore;
import app.gemba.store.ImportStore.Import;
import app.gemba.store.Page;
import app.gemba.store.Refused;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.io.IOException;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RequestPart;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** Bringing files in. */
@RestController
@RequestMapping("/api/v1/imports")
class ImportController {
  private static final int PAGE = 50;

  private final ImportDesk desk;
  private final ImportChecks checks;
  private final ImportStore imports;
  private final Rejects rejects;
  private final BusinessClock clock;

  ImportController(
      ImportDesk desk,
      ImportChecks checks,
      ImportStore imports,
      Rejects rejects,
      BusinessClock clock) {
    this.desk = desk;
    this.checks = checks;
    this.imports = imports;
    this.rejects = rejects;
    this.clock = clock;
  }

  /** An import as screens see it. */
  record ImportView(
      long id,
      String fileName,
      String state,
      String region,
      long rowCount,
      Optional<Boolean> hasHeader,
      Optional<Long> cutOffLine,
      Optional<Long> listId,
      Optional<String> listName,
      long rowsDone,
      long rowsNew,
      long rowsMerged,
      long rowsRejected,
      Map<String, Long> rejected,
      Optional<Instant> startedAt,
      Optional<String> failure) {
    static ImportView of(Import is) {
      return new ImportView(
          is.id(),
          is.fileName(),
          is.state(),
          is.region(),
          is.rowCount(),
          is.hasHeader(),
          is.cutOffLine(),
          is.listId(),
          is.listName(),
          is.rowsDone(),
          is.rowsNew(),
          is.rowsMerged(),
          is.rowsRejected(),
          is.rejected(),
          is.startedAt(),
          is.failure());
    }
  }

  /** A column with what it is proposed to become. */
  record ProposedColumn(String header, ColumnRole role, String why) {}

  /** A file on the desk. */
  record ProposalView(
      ImportView of,
      List<ProposedColumn> columns,
      List<List<String>> rows,
      AgreementBody agreement,
      boolean remembered,
      Optional<ImportStore.Earlier> earlier) {}

  /**
   * How to take a file in.
   *
   * @param roles one for each column, in order
   * @param listId the list; or {@code newList}, the name of a new one
   */
  record StartBody(
      @NotEmpty List<@NotNull ColumnRole> roles,
      @Pattern(regexp = "[A-Z]{2}") String region,
      @NotNull @Valid AgreementBody agreement,
      Optional<Long> listId,
      @Size(max = 120) String newList) {}

  /** The same, to be counted only. */
  record CheckBody(
      @NotEmpty List<@NotNull ColumnRole> roles,
      @Pattern(regexp = "[A-Z]{2}") String region,
      @NotNull @Valid AgreementBody agreement) {}

  /** Whether the first row is a header. */
  record HeaderBody(boolean hasHeader) {}

  /**
   * What a whole file would come to; new, merged and rejected add up to its rows. While it is being
   * counted, {@code counted} is false and the rest is nothing yet.
   */
  record CheckView(
      boolean counted,
      long rowsCounted,
      long rows,
      long fresh,
      long merged,
      Map<String, Long> rejected,
      long agreed,
      long saidNo,
      long unsaid,
      List<ColumnCheck.Findings> columns) {
    static CheckView of(ImportChecks.Progress progress) {
      if (progress.result().isEmpty()) {
        return new CheckView(false, progress.rowsCounted(), 0, 0, 0, Map.of(), 0, 0, 0, List.of());
      }
      ImportCheck.Result is = progress.result().get();
      Map<String, Long> rejected = new TreeMap<>();
      is.rejected().forEach((reason, rows) -> rejected.put(reason.words(), rows));
      return new CheckView(
          true,
          is.rows(),
          is.rows(),
          is.fresh(),
          is.merged(),
          rejected,
          is.agreed(),
          is.saidNo(),
          is.unsaid(),
          is.columns());
    }
  }

  @PostMapping(consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
  @Needs(Permission.CHANGE_PEOPLE)
  @ResponseStatus(HttpStatus.CREATED)
  ProposalView upload(@RequestPart("file") MultipartFile file) throws IOException, UnreadableFile {
    String name = Optional.ofNullable(file.getOriginalFilename()).orElse("");
    return view(desk.receive(name, file.getInputStream(), Caller.id()));
  }

  @GetMapping
  @Needs(Permission.SEE_PEOPLE)
  Page<ImportView> imports(@RequestParam Optional<Long> before) {
    Page<Import> page = imports.page(before, PAGE);
    return new Page<>(page.items().stream().map(ImportView::of).toList(), page.next());
  }

  @GetMapping("/{id}")
  @Needs(Permission.SEE_PEOPLE)
  ImportView getImport(@PathVariable long id) {
    return ImportView.of(imports.get(id));
  }

  @GetMapping("/{id}/proposal")
  @Needs(Permission.CHANGE_PEOPLE)
  ProposalView proposal(@PathVariable long id) throws IOException, UnreadableFile {
    return view(desk.proposal(id));
  }

  @PostMapping("/{id}/start")
  @Needs(Permission.CHANGE_PEOPLE)
  ImportView start(@PathVariable long id, @Valid @RequestBody StartBody body)
      throws IOException, UnreadableFile {
    String newList = Optional.ofNullable(body.newList()).orElse("");
    ImportPlan plan = plan(id, body.roles(), body.region(), body.agreement());
    checks.forget(id);
    return ImportView.of(desk.start(id, plan, body.listId(), newList, Caller.id()));
  }

  /** What would happen, counted over the whole file before anything is written. */
  @PostMapping("/{id}/check")
  @Needs(Permission.CHANGE_PEOPLE)
  CheckView check(@PathVariable long id, @Valid @RequestBody CheckBody body)
      throws IOException, UnreadableFile {
    ImportPlan plan = plan(id, body.roles(), body.region(), body.agreement());
    return CheckView.of(checks.of(imports.get(id), plan));
  }

  @PutMapping("/{id}/header")
  @Needs(Permission.CHANGE_PEOPLE)
  ProposalView setHeader(@PathVariable long id, @RequestBody HeaderBody body)
      throws IOException, UnreadableFile {
    return view(desk.setHeader(id, body.hasHeader()));
  }

  private ImportPlan plan(long id, List<ColumnRole> roles, String region, AgreementBody agreement)
      throws IOException, UnreadableFile {
    List<ColumnGuess> guesses = desk.proposal(id).columns();
    if (guesses.size() != roles.size()) {
      throw new Refused(
          Refused.Kind.INVALID,
          "The file has " + guesses.size() + " columns; name a role for each.");
    }
    List<ColumnPlan> columns =
        guesses.stream()
            .map(
                guess ->
                    new ColumnPlan(
                        guess.plan().index(),
                        guess.plan().header(),
                        roles.get(guess.plan().index())))
            .toList();
    return new ImportPlan(columns, region, agreement.read());
  }

  @DeleteMapping("/{id}")
  @Needs(Permission.CHANGE_PEOPLE)
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void discardImport(@PathVariable long id) {
    imports.get(id);
    checks.forget(id);
    imports.discard(id, Caller.id(), clock.instant());
  }

  /** Takes back that a file was put aside. */
  @PostMapping("/{id}/bring-back")
  @Needs(Permission.CHANGE_PEOPLE)
  ImportView bringBack(@PathVariable long id) {
    imports.get(id);
    imports.bringBack(id, Caller.id(), clock.instant());
    return ImportView.of(imports.get(id));
  }

  @GetMapping(value = "/{id}/rejects.csv", produces = "text/csv")
  @Needs(Permission.CHANGE_PEOPLE)
  ResponseEntity<StreamingResponseBody> rejects(@PathVariable long id) {
    Import of = imports.get(id);
    String name = of.fileName().replaceAll("\\.[A-Za-z]+$", "").replace("\"", "") + "-rejects.csv";
    return ResponseEntity.ok()
        .header(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"" + name + "\"")
        .contentType(MediaType.parseMediaType("text/csv;charset=UTF-8"))
        .body(out -> rejects.write(of, out));
  }

  private static ProposalView view(ImportDesk.Proposal proposal) {
    Optional<ImportPlan> remembered = proposal.remembered();
    List<ProposedColumn> columns =
        proposal.columns().stream()
            .map(
                guess ->
                    new ProposedColumn(
                        guess.plan().header(),
                        remembered
                            .map(plan -> plan.columns().get(guess.plan().index()).role())
                            .orElse(guess.plan().role()),
                        remembered.isPresent() ? "As the last time." : guess.why()))
            .toList();
    boolean says = columns.stream().anyMatch(column -> column.role() == ColumnRole.AGREED);
    AgreementBody agreement =
        remembered
            .map(plan -> AgreementBody.of(plan.agreement()))
            .orElse(AgreementBody.proposed(says));
    return new ProposalView(
        ImportView.of(proposal.of()),
        columns,
        proposal.rows(),
        agreement,
        remembered.isPresent(),
        proposal.earlier());
  }
}
