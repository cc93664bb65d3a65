package app.gemba.core.intake;

import java.util.HashMap;
import java.util.Map;

/**
 * What becomes of what is known of a person, field by field.
 *
 * @param byTarget by the name of a {@link MergeTarget}; others follow what is usual
 */
public record MergeRules(Map<String, MergeRule> byTarget) {
  /** Blanks are filled; custom fields take the newest word; phones and tags are collected. */
  public static final MergeRules USUAL = new MergeRules(Map.of());

  /** Everything is taken: for somebody of whom nothing is known. */
  public static final MergeRules ALL =
      new MergeRules(
          Map.of(
              MergeTarget.NAME, MergeRule.REPLACE,
              MergeTarget.EMAIL, MergeRule.REPLACE,
              MergeTarget.OWN_ID, MergeRule.REPLACE));

  public MergeRules {
    byTarget = Map.copyOf(byTarget);
  }

  /** As the columns of a plan say. */
  public static MergeRules of(ImportPlan plan) {
    Map<String, MergeRule> rules = new HashMap<>();
    MergeTarget.of(plan).forEach(target -> rules.put(target.name(), target.rule()));
    return new MergeRules(rules);
  }

  /** The same but for what somebody decided about single fields. */
  public MergeRules with(Map<String, MergeRule> decided) {
    if (decided.isEmpty()) {
      return this;
    }
    Map<String, MergeRule> rules = new HashMap<>(byTarget);
    rules.putAll(decided);
    return new MergeRules(rules);
  }

  /** The rule for a field. */
  public MergeRule of(String target) {
    MergeRule usual =
        switch (target) {
          case MergeTarget.PHONES, MergeTarget.TAGS -> MergeRule.COLLECT;
          case MergeTarget.NAME, MergeTarget.EMAIL, MergeTarget.OWN_ID -> MergeRule.FILL_BLANKS;
          default -> MergeRule.REPLACE;
        };
    return byTarget.getOrDefault(target, usual);
  }

  /** Whether the row's word takes the place of what is known. */
  public boolean takes(String target, String known, String said) {
    return !said.isEmpty()
        && switch (of(target)) {
          case KEEP -> false;
          case FILL_BLANKS, COLLECT -> known.isEmpty();
          case REPLACE -> true;
        };
  }

  /** What a field holds afterwards. */
  public String text(String target, String known, String said) {
    return takes(target, known, said) ? said : known;
  }

  /** Whether anything of the row's collection is taken over. */
  public boolean takesAny(String target, boolean anyKnown) {
    MergeRule rule = of(target);
    return rule == MergeRule.COLLECT
        || rule == MergeRule.REPLACE
        || rule == MergeRule.FILL_BLANKS && !anyKnown;
  }

  /** Whether the row's collection takes the place of the known one. */
  public boolean replaces(String target) {
    return of(target) == MergeRule.REPLACE;
  }
}
