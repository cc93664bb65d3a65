package app.gemba.server.imports;

import app.gemba.core.intake.ImportPlan;
import app.gemba.core.intake.file.FileFormat;
import app.gemba.core.intake.file.FileLook;
import app.gemba.core.intake.file.ShapeWishes;
import app.gemba.core.intake.file.UnreadableFile;
import app.gemba.engine.ImportRunner;
import app.gemba.server.BusinessClock;
import app.gemba.server.access.Caller;
import app.gemba.server.access.Needs;
import app.gemba.server.access.Permission;
import app.gemba.server.imports.ImportViews.CheckView;
import app.gemba.server.imports.ImportViews.ImportView;
import app.gemba.server.imports.ImportViews.ProposalView;
import app.gemba.store.ImportStore;
import app.gemba.store.ImportStore.Import;
import app.gemba.store.ImportUndo;
import app.gemba.store.Mappings;
import app.gemba.store.Page;
import app.gemba.store.Refused;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Optional;
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
  private final ImportUndo undo;
  private final ImportRunner runner;
  private final Rejects rejects;
  private final BusinessClock clock;

  ImportController(
      ImportDesk desk,
      ImportChecks checks,
      ImportStore imports,
      ImportUndo undo,
      ImportRunner runner,
      Rejects rejects,
      BusinessClock clock) {
    this.desk = desk;
    this.checks = checks;
    this.imports = imports;
    this.undo = undo;
    this.runner = runner;
    this.rejects = rejects;
    this.clock = clock;
  }

  /** Numbers, with or without names, as they were pasted. */
  record PastedBody(
      @NotNull @Size(max = 120) String name, @NotBlank @Size(max = 4_000_000) String text) {}

  /** How a file is to be read otherwise; what is not said is found by looking. */
  record ShapeBody(
      Optional<@Size(max = 40) String> charset,
      Optional<@Size(min = 1, max = 1) String> separator,
      Optional<@Size(max = 200) String> sheet,
      Optional<Integer> titleRows,
      Optional<Boolean> hasHeader) {
    ShapeWishes read(FileFormat format) {
      if (charset.filter(name -> !Charset.isSupported(name)).isPresent()) {
        throw new Refused(Refused.Kind.INVALID, "This encoding is not known here.");
      }
      if (titleRows.filter(rows -> rows < 0 || rows > 100).isPresent()) {
        throw new Refused(Refused.Kind.INVALID, "There are 0 to 100 title lines.");
      }
      return new ShapeWishes(
          Optional.of(format),
          charset,
          separator.map(text -> text.charAt(0)),
          sheet,
          titleRows,
          hasHeader);
    }
  }

  /**
   * How to take a file in.
   *
   * @param plan empty takes it as it is proposed
   * @param agreement in the place of the plan's
   * @param listId the list; or {@code newList}, the name of a new one
   */
  record StartBody(
      Optional<@Valid PlanBody> plan,
      Optional<@Valid AgreementBody> agreement,
      Optional<Long> listId,
      @Size(max = 120) String newList) {}

  /** Why an import cannot be taken back; empty where it can. */
  record HindranceView(Optional<String> why) {}

  @PostMapping(consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
  @Needs(Permission.CHANGE_PEOPLE)
  @ResponseStatus(HttpStatus.CREATED)
  ProposalView upload(@RequestPart("file") MultipartFile file) throws IOException, UnreadableFile {
    String name = Optional.ofNullable(file.getOriginalFilename()).orElse("");
    return view(desk.receive(ImportDesk.Source.chosen(name), file.getInputStream(), Caller.id()));
  }

  @PostMapping("/pasted")
  @Needs(Permission.CHANGE_PEOPLE)
  @ResponseStatus(HttpStatus.CREATED)
  ProposalView paste(@Valid @RequestBody PastedBody body) throws IOException, UnreadableFile {
    ShapeWishes lines =
        new ShapeWishes(
            Optional.of(FileFormat.LINES),
            Optional.of("UTF-8"),
            Optional.empty(),
            Optional.empty(),
            Optional.empty(),
            Optional.empty());
    String name = body.name().isBlank() ? "Pasted numbers" : body.name();
    return view(
        desk.receive(
            new ImportDesk.Source(name, Optional.empty(), lines),
            new ByteArrayInputStream(body.text().getBytes(StandardCharsets.UTF_8)),
            Caller.id()));
  }

  @GetMapping
  @Needs(Permission.SEE_PEOPLE)
  Page<ImportView> imports(@RequestParam Optional<Long> before) {
    Page<Import> page = imports.page(before, PAGE);
    return new Page<>(page.items().stream().map(ImportView::of).toList(), page.next());
  }

  @GetMapping("/{id:\\d+}")
  @Needs(Permission.SEE_PEOPLE)
  ImportView getImport(@PathVariable long id) {
    return ImportView.of(imports.get(id));
  }

  @GetMapping("/{id}/proposal")
  @Needs(Permission.CHANGE_PEOPLE)
  ProposalView proposal(@PathVariable long id) throws IOException {
    return view(desk.proposal(id));
  }

  /** Reads the file in another way: its encoding, separator, sheet, titles or header. */
  @PutMapping("/{id}/shape")
  @Needs(Permission.CHANGE_PEOPLE)
  ProposalView reshape(@PathVariable long id, @Valid @RequestBody ShapeBody body)
      throws IOException, UnreadableFile {
    checks.forget(id);
    FileFormat format = imports.get(id).file().shape().format();
    return view(desk.reshape(id, body.read(format)));
  }

  @PostMapping("/{id}/start")
  @Needs(Permission.CHANGE_PEOPLE)
  ImportView start(@PathVariable long id, @Valid @RequestBody StartBody body) throws IOException {
    String newList = Optional.ofNullable(body.newList()).orElse("");
    List<String> headers = imports.get(id).file().headers();
    ImportPlan plan =
        body.plan().isPresent() ? body.plan().get().read(headers) : desk.proposal(id).plan();
    Import started =
        desk.start(
            id,
            body.agreement().map(AgreementBody::read).map(plan::withAgreement).orElse(plan),
            new ImportDesk.Onto(body.listId(), newList),
            Caller.id());
    checks.forget(id);
    return ImportView.of(started);
  }

  /** What would happen, counted over the whole file before anything is written. */
  @PostMapping("/{id}/check")
  @Needs(Permission.CHANGE_PEOPLE)
  CheckView check(@PathVariable long id, @Valid @RequestBody PlanBody body) throws IOException {
    Import of = imports.get(id);
    return CheckView.of(checks.of(of, body.read(of.file().headers())));
  }

  /** Takes an import back whole, or stops one under way and takes back what it did. */
  @PostMapping("/{id}/take-back")
  @Needs(Permission.CHANGE_PEOPLE)
  ImportView takeBack(@PathVariable long id) {
    imports.get(id);
    undo.begin(id, Caller.id(), clock.instant());
    runner.takeBack(id);
    return ImportView.of(imports.get(id));
  }

  /** Says whether an import can still be taken back, and why not. */
  @GetMapping("/{id}/take-back")
  @Needs(Permission.CHANGE_PEOPLE)
  HindranceView hindrance(@PathVariable long id) {
    imports.get(id);
    return new HindranceView(undo.hindrance(id));
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

  private static ProposalView view(ImportDesk.Proposal is) {
    return new ProposalView(
        ImportView.of(is.of()),
        is.of().file().headers(),
        PlanBody.of(is.plan()),
        is.why(),
        is.remembered().map(Mappings.Mapping::name),
        is.earlier(),
        FileLook.charsets());
  }
}
