package app.gemba.server.people;

import app.gemba.core.channel.Channel;
import app.gemba.core.consent.Purpose;
import app.gemba.core.intake.AgreementSource;
import app.gemba.core.intake.CellNote;
import app.gemba.core.intake.ColumnChoices;
import app.gemba.core.intake.ColumnPlan;
import app.gemba.core.intake.ColumnRole;
import app.gemba.core.intake.FieldType;
import app.gemba.core.intake.ImportPlan;
import app.gemba.core.intake.RowReader;
import app.gemba.core.intake.RowReading;
import app.gemba.core.phone.PhoneReader;
import app.gemba.server.BusinessClock;
import app.gemba.server.access.Caller;
import app.gemba.server.access.Needs;
import app.gemba.server.access.Permission;
import app.gemba.store.Fields;
import app.gemba.store.HouseStore;
import app.gemba.store.PeopleBatches;
import app.gemba.store.Refused;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.json.JsonMapper;

/** People sent by a program, judged by the same rules as the rows of a file. */
@RestController
@RequestMapping("/api/v1/people/batch")
class BatchController {
  private static final String KEY = "Idempotency-Key";

  private final PeopleBatches batches;
  private final Fields fields;
  private final HouseStore house;
  private final ListAccess access;
  private final PhoneReader phones;
  private final BusinessClock clock;
  private final JsonMapper json;

  BatchController(
      PeopleBatches batches,
      Fields fields,
      HouseStore house,
      ListAccess access,
      PhoneReader phones,
      BusinessClock clock,
      JsonMapper json) {
    this.batches = batches;
    this.fields = fields;
    this.house = house;
    this.access = access;
    this.phones = phones;
    this.clock = clock;
    this.json = json;
  }

  /** A number as it is typed, and what it is for. */
  record SentPhone(
      @NotNull @Size(max = 80) String number, Optional<@Size(max = 40) String> label) {}

  /**
   * Somebody; what is left out says nothing.
   *
   * @param agreed yes or no to what the batch's agreement is about
   */
  record SentPerson(
      Optional<@Size(max = 80) String> ownId,
      Optional<@Size(max = 200) String> name,
      Optional<@Size(max = 100) String> firstName,
      Optional<@Size(max = 100) String> lastName,
      Optional<@Size(max = 200) String> email,
      Optional<@Size(max = 60) String> country,
      @Size(max = 20) List<@Valid SentPhone> phones,
      @Size(max = 50) List<@Size(max = 60) String> tags,
      @Size(max = 100) Map<@Size(max = 80) String, @Size(max = 2000) String> fields,
      Optional<@Size(max = 10) String> agreed,
      Optional<@Size(max = 40) String> agreedOn,
      Optional<Boolean> doNotContact) {}

  /** What those who agree agree to, and how it was given. */
  record SentAgreement(
      @NotEmpty Set<Channel> channels,
      @NotEmpty Set<Purpose> purposes,
      @NotNull @Size(min = 1, max = 200) String how) {}

  /** Some people, up to 1,000 at once; onto a list where one is named. */
  record BatchBody(
      @NotEmpty @Size(max = 1000) List<@NotNull @Valid SentPerson> people,
      Optional<Long> list,
      Optional<@Valid SentAgreement> agreement) {}

  /** What became of one. */
  record SentResult(
      int row,
      String outcome,
      Optional<Long> personId,
      Optional<String> reason,
      List<SentNote> notes) {}

  /** What is to be said about one of its parts. */
  record SentNote(String about, boolean wrong, String why) {}

  /** What became of each, in their order. */
  record BatchResult(List<SentResult> results) {}

  /**
   * Adds people, or says more about people who are known. The same batch under the same {@code
   * Idempotency-Key} is answered as before and not taken twice.
   */
  @PostMapping(produces = MediaType.APPLICATION_JSON_VALUE)
  @Needs(Permission.CHANGE_PEOPLE)
  BatchResult sendPeople(
      @RequestHeader(value = KEY, required = false) Optional<@Size(max = 200) String> key,
      @Valid @RequestBody BatchBody body) {
    access.require(body.list());
    if (body.list().map(id -> access.require(id).filter().isPresent()).orElse(false)) {
      throw new Refused(Refused.Kind.INVALID, "A filter holds nobody itself. Name a list.");
    }
    Map<String, FieldType> known =
        fields.all().stream().collect(Collectors.toMap(Fields.Field::key, Fields.Field::type));
    List<Cells> all =
        body.people().stream().map(one -> cells(one, body.agreement(), known)).toList();
    List<RowReading> rows =
        all.stream().map(one -> new RowReader(one.plan(), phones).read(one.values())).toList();
    String answer =
        batches.take(
            new PeopleBatches.Batch(
                key,
                json.writeValueAsString(body),
                all.stream().map(Cells::plan).toList(),
                rows,
                body.list(),
                Caller.id().orElseThrow()),
            results -> json.writeValueAsString(answer(results, all, rows)),
            clock.instant());
    return json.readValue(answer, BatchResult.class);
  }

  /** Somebody as a row of a table of their own. */
  private record Cells(ImportPlan plan, List<String> values) {}

  private Cells cells(
      SentPerson is, Optional<SentAgreement> agreement, Map<String, FieldType> known) {
    List<ColumnPlan> columns = new ArrayList<>();
    List<String> values = new ArrayList<>();
    put(columns, values, "ownId", ColumnRole.OWN_ID, is.ownId());
    put(columns, values, "name", ColumnRole.NAME, is.name());
    put(columns, values, "firstName", ColumnRole.FIRST_NAME, is.firstName());
    put(columns, values, "lastName", ColumnRole.LAST_NAME, is.lastName());
    put(columns, values, "email", ColumnRole.EMAIL, is.email());
    put(columns, values, "country", ColumnRole.COUNTRY, is.country());
    put(columns, values, "agreed", ColumnRole.AGREED, is.agreed());
    put(columns, values, "agreedOn", ColumnRole.AGREED_ON, is.agreedOn());
    put(
        columns,
        values,
        "doNotContact",
        ColumnRole.DO_NOT_CONTACT,
        is.doNotContact().map(no -> no ? "yes" : "no"));
    for (SentPhone phone : orNone(is.phones())) {
      columns.add(
          new ColumnPlan(
              values.size(),
              "phones",
              ColumnRole.PHONE,
              ColumnChoices.NONE.into(phone.label().orElse(""))));
      values.add(phone.number());
    }
    put(
        columns,
        values,
        "tags",
        ColumnRole.TAGS,
        is.tags() == null ? Optional.empty() : Optional.of(String.join(";", is.tags())));
    if (is.fields() != null) {
      is.fields()
          .forEach(
              (name, value) -> {
                FieldType type = known.getOrDefault(ColumnPlan.fieldKey(name), FieldType.TEXT);
                columns.add(
                    new ColumnPlan(
                        values.size(), name, ColumnRole.FIELD, ColumnChoices.NONE.type(type)));
                values.add(value);
              });
    }
    AgreementSource source =
        agreement
            .<AgreementSource>map(
                of -> new AgreementSource.Column(of.channels(), of.purposes(), of.how()))
            .orElseGet(AgreementSource.None::new);
    return new Cells(new ImportPlan(columns, house.house().region(), source), values);
  }

  private static void put(
      List<ColumnPlan> columns,
      List<String> values,
      String header,
      ColumnRole role,
      Optional<String> value) {
    value.ifPresent(
        is -> {
          columns.add(new ColumnPlan(values.size(), header, role));
          values.add(is);
        });
  }

  private static <T> List<T> orNone(List<T> list) {
    return list == null ? List.of() : list;
  }

  private static BatchResult answer(
      List<PeopleBatches.BatchRow> results, List<Cells> all, List<RowReading> rows) {
    List<SentResult> answers = new ArrayList<>();
    for (int i = 0; i < results.size(); i++) {
      PeopleBatches.BatchRow is = results.get(i);
      List<ColumnPlan> columns = all.get(i).plan().columns();
      answers.add(
          new SentResult(
              i,
              is.outcome(),
              is.personId(),
              is.reason(),
              rows.get(i).notes().stream().map(note -> note(note, columns)).toList()));
    }
    return new BatchResult(answers);
  }

  private static SentNote note(CellNote is, List<ColumnPlan> columns) {
    return new SentNote(columns.get(is.column()).header(), is.wrong(), is.why());
  }
}
