package app.gemba.core.campaign;

import app.gemba.core.channel.CallContent;
import app.gemba.core.consent.Purpose;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** What a careful colleague would say about a text before it goes out. All common practice. */
public final class TextWarnings {
  private static final Pattern LINK =
      Pattern.compile(
          "\\b(?:https?://)?(?:[\\w-]+\\.)+[a-z]{2,}(?:/\\S*)?", Pattern.CASE_INSENSITIVE);
  private static final Pattern OPT_OUT =
      Pattern.compile("\\b(stop|opt.?out|unsubscribe)\\b", Pattern.CASE_INSENSITIVE);
  private static final Pattern UNFILLED =
      Pattern.compile(
          "\\[[^\\]\\d]{2,30}]|<[a-z _]{2,30}>|%[A-Za-z_]{2,30}%|(?<!\\{)\\{[\\w ]{2,30}}(?!})|\\bX{3,}\\b");
  private static final int SHORTEST_NAME = 3;

  private TextWarnings() {}

  /** Sentences about what a brief says, on whatever channel; none where nothing strikes. */
  public static List<String> about(
      Brief brief, String house, Collection<String> fields, Collection<String> used) {
    if (!brief.channel().isCall()) {
      return about(brief.message(), brief.purpose(), house, fields, used);
    }
    List<String> warnings = new ArrayList<>();
    boolean spoken = brief.calls().soundId().isEmpty();
    if (spoken) {
      // What is said in a call has no STOP to be answered with: the way out is a key.
      warnings.addAll(about(brief.message(), Purpose.SERVICE, house, fields, used));
    }
    if (brief.channel().hasRecordedVoice()) {
      warnings.addAll(aboutKeys(brief, spoken && !brief.message().isBlank()));
    }
    return warnings;
  }

  private static List<String> aboutKeys(Brief brief, boolean spoken) {
    List<String> warnings = new ArrayList<>();
    boolean heard = brief.calls().personHears();
    boolean wayOut =
        brief.calls().keys().stream().anyMatch(use -> use.act() == CallContent.KeyAct.OPT_OUT);
    if (heard && !wayOut) {
      warnings.add("Whoever answers has no key to opt out by.");
    }
    for (CallContent.KeyUse use : brief.calls().keys()) {
      if (heard && spoken && !brief.message().contains(use.key())) {
        warnings.add("The message does not say what key " + use.key() + " is for.");
      }
    }
    return warnings;
  }

  /**
   * Sentences, none where nothing strikes.
   *
   * @param house the name of the house that sends
   * @param fields the merge fields that somebody in the audience has
   */
  public static List<String> about(
      String text,
      Purpose purpose,
      String house,
      Collection<String> fields,
      Collection<String> used) {
    List<String> warnings = new ArrayList<>();
    if (text.isBlank()) {
      return warnings;
    }
    for (String field : used) {
      if (!fields.isEmpty() && !fields.contains(field)) {
        warnings.add("Nobody in the audience has a field “" + field + "”.");
      }
    }
    Matcher unfilled = UNFILLED.matcher(text);
    if (unfilled.find()) {
      warnings.add("“" + unfilled.group() + "” looks like a place that was left to fill in.");
    }
    Matcher link = LINK.matcher(text);
    while (link.find()) {
      if (!link.group().toLowerCase(Locale.ROOT).startsWith("https://")) {
        warnings.add("The link “" + link.group() + "” does not begin with https://.");
      }
    }
    if (purpose == Purpose.MARKETING && !OPT_OUT.matcher(text).find()) {
      warnings.add("A marketing text should say how to stop: “Reply STOP for no more”.");
    }
    if (!names(text, house)) {
      warnings.add("The text does not say who sends it.");
    }
    return warnings;
  }

  /** Whether a text holds a word of the house's name. */
  private static boolean names(String text, String house) {
    String lower = text.toLowerCase(Locale.ROOT);
    return house.isBlank()
        || Arrays.stream(house.toLowerCase(Locale.ROOT).split("\\s+"))
            .filter(word -> word.length() >= SHORTEST_NAME)
            .anyMatch(lower::contains);
  }
}
