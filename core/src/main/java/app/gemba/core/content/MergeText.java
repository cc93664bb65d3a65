package app.gemba.core.content;

import com.samskivert.mustache.Mustache;
import com.samskivert.mustache.MustacheException;
import com.samskivert.mustache.Template;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * A text with merge fields in Mustache's form, {@code {{name}}}, compiled once and filled for each
 * person. Sections and partials are not offered: a text says the same to everybody but for its
 * fields.
 */
public final class MergeText {
  private final Template template;
  private final Set<String> fields;
  private final Map<String, String> whenBlank;

  private MergeText(Template template, Set<String> fields, Map<String, String> whenBlank) {
    this.template = template;
    this.fields = fields;
    this.whenBlank = whenBlank;
  }

  /**
   * Compiles a text.
   *
   * @param whenBlank what to say for a field that a person leaves blank, by field name
   * @throws BadText where the braces do not close or something but a field stands in them
   */
  public static MergeText of(String text, Map<String, String> whenBlank) {
    Set<String> fields = new LinkedHashSet<>();
    try {
      Template template = Mustache.compiler().escapeHTML(false).defaultValue("").compile(text);
      template.visit(new FieldCollector(fields));
      return new MergeText(template, fields, Map.copyOf(whenBlank));
    } catch (MustacheException e) {
      throw new BadText(
          "The text has a merge field that cannot be read: write it as {{field}}.", e);
    }
  }

  /** The names of the fields in the text, in order, each once. */
  public Set<String> fields() {
    return Set.copyOf(fields);
  }

  /** The text as one person gets it. */
  public String fill(Map<String, String> person) {
    return template.execute((Mustache.CustomContext) name -> value(name, person));
  }

  /** What stands in one field for one person; the words for a blank where it is one. */
  public String value(String field, Map<String, String> person) {
    String value = person.getOrDefault(field, "").strip();
    return value.isEmpty() ? whenBlank.getOrDefault(field, "") : value;
  }

  /** The fields of the text that are blank for a person and have no words for that. */
  public List<String> leftBlank(Map<String, String> person) {
    List<String> blank = new ArrayList<>();
    for (String field : fields) {
      boolean said = !whenBlank.getOrDefault(field, "").isBlank();
      if (!said && person.getOrDefault(field, "").isBlank()) {
        blank.add(field);
      }
    }
    return blank;
  }

  /** A text whose merge fields cannot be read; the message is for the operator. */
  public static final class BadText extends IllegalArgumentException {
    private static final long serialVersionUID = 1L;

    BadText(String message, Throwable cause) {
      super(message, cause);
    }
  }

  private record FieldCollector(Set<String> fields) implements Mustache.Visitor {
    @Override
    public void visitText(String text) {
      // Braces that never close are left in the text by the library; nobody should be sent them.
      if (text.contains("{{") || text.contains("}}")) {
        throw new MustacheException("braces that do not close");
      }
    }

    @Override
    public void visitVariable(String name) {
      fields.add(name);
    }

    @Override
    public boolean visitInclude(String name) {
      throw new MustacheException("no partials");
    }

    @Override
    public boolean visitSection(String name) {
      throw new MustacheException("no sections");
    }

    @Override
    public boolean visitInvertedSection(String name) {
      throw new MustacheException("no sections");
    }
  }
}
