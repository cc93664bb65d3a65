package app.gemba.core.intake.file;

import com.github.mangstadt.vinnie.io.VObjectPropertyValues;
import ezvcard.VCard;
import ezvcard.io.text.VCardReader;
import ezvcard.parameter.TelephoneType;
import ezvcard.property.Address;
import ezvcard.property.DateOrTimeProperty;
import ezvcard.property.Email;
import ezvcard.property.RawProperty;
import ezvcard.property.StructuredName;
import ezvcard.property.Telephone;
import ezvcard.property.TextListProperty;
import ezvcard.property.TextProperty;
import java.io.IOException;
import java.nio.file.Path;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Address cards as a table: one row a card, a column for each thing that any card says, telephones
 * by their label. The first row names the columns.
 */
record CardRows(Path file) implements RowSource {
  private static final String PHONE = "Phone";

  @Override
  public void forEach(Taker taker) throws IOException {
    Map<String, Integer> columns = new LinkedHashMap<>();
    walk(card -> cells(card).keySet().forEach(name -> columns.putIfAbsent(name, columns.size())));
    if (columns.isEmpty()) {
      return;
    }
    taker.take(List.copyOf(columns.keySet()));
    walk(
        card -> {
          String[] row = new String[columns.size()];
          java.util.Arrays.fill(row, "");
          cells(card).forEach((name, value) -> row[columns.get(name)] = value);
          taker.take(List.of(row));
        });
  }

  private interface CardTaker {
    void take(VCard card) throws IOException;
  }

  private void walk(CardTaker taker) throws IOException {
    try (VCardReader reader = new VCardReader(file)) {
      for (Optional<VCard> card = next(reader); card.isPresent(); card = next(reader)) {
        taker.take(card.get());
      }
    }
  }

  private static Optional<VCard> next(VCardReader reader) throws IOException {
    return Optional.ofNullable(reader.readNext());
  }

  private static Map<String, String> cells(VCard card) {
    Map<String, String> cells = new LinkedHashMap<>();
    put(cells, "Id", text(card.getUid()));
    put(cells, "Name", name(card));
    telephones(card, cells);
    numbered(cells, "E-mail", card.getEmails().stream().map(Email::getValue));
    put(cells, "Organization", joined(card.getOrganization()));
    put(cells, "Categories", joined(card.getCategories()));
    put(cells, "Birthday", day(card.getBirthday()));
    numbered(cells, "Address", card.getAddresses().stream().map(CardRows::address));
    put(
        cells,
        "Country",
        card.getAddresses().stream()
            .map(Address::getCountry)
            .filter(Objects::nonNull)
            .findFirst()
            .orElse(""));
    put(
        cells,
        "Note",
        card.getNotes().stream().map(TextProperty::getValue).collect(Collectors.joining("\n")));
    for (RawProperty extra : card.getExtendedProperties()) {
      if (!extra.getPropertyName().equalsIgnoreCase("X-ABLABEL")) {
        put(
            cells,
            spelled(extra.getPropertyName()),
            VObjectPropertyValues.unescape(extra.getValue()));
      }
    }
    return cells;
  }

  /** "X-HOME-PORT" is "Home port". */
  private static String spelled(String property) {
    String words =
        property.replaceFirst("(?i)^X-", "").replace('-', ' ').toLowerCase(Locale.ROOT).strip();
    return words.isEmpty()
        ? property
        : words.substring(0, 1).toUpperCase(Locale.ROOT) + words.substring(1);
  }

  private static String name(VCard card) {
    String formatted = text(card.getFormattedName());
    StructuredName parts = card.getStructuredName();
    if (!formatted.isBlank() || parts == null) {
      return formatted;
    }
    return Stream.of(parts.getGiven(), parts.getFamily())
        .filter(part -> part != null && !part.isBlank())
        .collect(Collectors.joining(" "));
  }

  private static void telephones(VCard card, Map<String, String> cells) {
    Map<String, Integer> seen = new HashMap<>();
    for (Telephone telephone : card.getTelephoneNumbers()) {
      String label = label(card, telephone);
      String column = label.isEmpty() ? PHONE : PHONE + " (" + label + ")";
      int times = seen.merge(column, 1, Integer::sum);
      put(cells, times == 1 ? column : column + " " + times, number(telephone));
    }
  }

  private static String number(Telephone telephone) {
    return telephone.getUri() == null
        ? Optional.ofNullable(telephone.getText()).orElse("")
        : telephone.getUri().toString();
  }

  /** A label of the owner's own, else the first type that says what the number is for. */
  private static String label(VCard card, Telephone telephone) {
    if (telephone.getGroup() != null) {
      Optional<String> own =
          card.getExtendedProperties("X-ABLABEL").stream()
              .filter(label -> telephone.getGroup().equals(label.getGroup()))
              .map(RawProperty::getValue)
              .findFirst();
      if (own.isPresent()) {
        return own.get().replaceAll("^_\\$!<|>!\\$_$", "");
      }
    }
    List<TelephoneType> types = telephone.getTypes();
    if (types.contains(TelephoneType.FAX)) {
      return "fax";
    }
    return types.stream()
        .filter(type -> type != TelephoneType.VOICE && type != TelephoneType.PREF)
        .map(type -> type.getValue().toLowerCase(Locale.ROOT))
        .findFirst()
        .orElse("");
  }

  private static String address(Address address) {
    return Stream.of(
            address.getStreetAddress(),
            address.getPostalCode(),
            address.getLocality(),
            address.getRegion())
        .filter(part -> part != null && !part.isBlank())
        .collect(Collectors.joining(", "));
  }

  private static String day(DateOrTimeProperty day) {
    if (day == null) {
      return "";
    }
    if (day.getDate() != null) {
      return DateTimeFormatter.ISO_LOCAL_DATE.format(day.getDate());
    }
    return Optional.ofNullable(day.getText()).orElse("");
  }

  private static String joined(TextListProperty list) {
    return list == null ? "" : String.join(", ", list.getValues());
  }

  private static String text(TextProperty property) {
    return property == null || property.getValue() == null ? "" : property.getValue();
  }

  private static void numbered(Map<String, String> cells, String column, Stream<String> values) {
    List<String> all =
        new ArrayList<>(values.filter(value -> value != null && !value.isBlank()).toList());
    for (int i = 0; i < all.size(); i++) {
      put(cells, i == 0 ? column : column + " " + (i + 1), all.get(i));
    }
  }

  private static void put(Map<String, String> cells, String column, String value) {
    if (value != null && !value.isBlank()) {
      cells.put(column, value);
    }
  }
}
