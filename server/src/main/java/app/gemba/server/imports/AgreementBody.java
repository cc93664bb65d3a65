package app.gemba.server.imports;

import app.gemba.core.channel.Channel;
import app.gemba.core.consent.Purpose;
import app.gemba.core.intake.AgreementSource;
import app.gemba.store.Refused;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.Optional;
import java.util.Set;

/**
 * Where agreement comes from.
 *
 * @param source none, declared or column
 * @param on for a declared one, the day on which it was given
 */
record AgreementBody(
    @Pattern(regexp = "none|declared|column") String source,
    Set<Channel> channels,
    Set<Purpose> purposes,
    @Size(max = 200) String how,
    LocalDate on) {

  /** As screens show it. */
  static AgreementBody of(AgreementSource source) {
    if (source instanceof AgreementSource.Declared said) {
      return new AgreementBody("declared", said.channels(), said.purposes(), said.how(), said.on());
    }
    if (source instanceof AgreementSource.Column said) {
      return new AgreementBody("column", said.channels(), said.purposes(), said.how(), null);
    }
    return new AgreementBody("none", Set.of(Channel.SMS), Set.of(Purpose.values()), "", null);
  }

  /** What is proposed where nothing is remembered: a column that says it, else nothing. */
  static AgreementBody proposed(boolean fileSaysIt) {
    return new AgreementBody(
        fileSaysIt ? "column" : "none",
        Set.of(Channel.SMS),
        Set.of(Purpose.values()),
        fileSaysIt ? "as the file says" : "",
        null);
  }

  /**
   * What was said, as the core takes it.
   *
   * @throws Refused where its purpose, its evidence or its day is missing
   */
  AgreementSource read() {
    if (source == null || source.equals("none")) {
      return new AgreementSource.None();
    }
    String evidence = Optional.ofNullable(how).orElse("").strip();
    Set<Purpose> of = Optional.ofNullable(purposes).orElse(Set.of());
    Set<Channel> by = Optional.ofNullable(channels).orElse(Set.of());
    boolean declared = source.equals("declared");
    if (of.isEmpty() || by.isEmpty() || evidence.isEmpty() || (declared && on == null)) {
      throw new Refused(
          Refused.Kind.INVALID,
          "An agreement needs its channel, its purpose, how it was given"
              + (declared ? " and the day on which it was." : "."));
    }
    return declared
        ? new AgreementSource.Declared(by, of, evidence, on)
        : new AgreementSource.Column(by, of, evidence);
  }
}
