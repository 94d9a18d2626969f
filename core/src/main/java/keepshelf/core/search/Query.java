package keepshelf.core.search;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import keepshelf.core.words.Words;

/**
 * What is searched for, as text: words that must begin a word of an item's record, words in quotes
 * that must stand beside each other, and typed {@link Condition}s, of which values in quotes are
 * whole names; each may have a minus sign before it. What is not understood is a word like any
 * other and is said in {@code hints}.
 *
 * @param text as it was typed
 * @param words in order
 * @param conditions in order
 * @param hints sentences about what was not understood
 */
public record Query(String text, List<Word> words, List<Condition> conditions, List<String> hints) {
  /**
   * A word or several in quotes.
   *
   * @param text without quotes and minus sign
   * @param quoted whether it stood in quotes, so that it is meant exactly
   * @param not whether it must not be there
   */
  public record Word(String text, boolean quoted, boolean not) {}

  private static final Pattern PART =
      Pattern.compile(
          "(-?)(?:([\\p{L}]+)(:|>=|<=|>|<)((?:\"[^\"]*\"?|[^\\s\",]+)(?:,(?:\"[^\"]*\"?|[^\\s\",]+))*)?"
              + "|\"([^\"]*)\"?|(\\S+))");
  private static final Pattern VALUE = Pattern.compile("\"([^\"]*)\"?|([^\",]+)");

  /** Nothing: everything is found. */
  public static final Query ALL = of("");

  /** Copies the lists. */
  public Query {
    words = List.copyOf(words);
    conditions = List.copyOf(conditions);
    hints = List.copyOf(hints);
  }

  /** Understands what a person typed; never fails. */
  public static Query of(String typed) {
    List<Word> words = new ArrayList<>();
    List<Condition> conditions = new ArrayList<>();
    List<String> hints = new ArrayList<>();
    Matcher m = PART.matcher(typed);
    while (m.find()) {
      boolean not = !m.group(1).isEmpty();
      if (m.group(2) != null) {
        Optional<String> key = Condition.key(m.group(2));
        if (key.isPresent() && m.group(4) != null) {
          conditions.add(condition(key.get(), m, not));
        } else if (key.isPresent()) {
          hints.add(Words.of("query.waits-value-such", m.group(), Condition.KEYS.get(key.get())));
        } else {
          hints.add(
              Words.of(
                  "query.no-condition-there",
                  m.group(2),
                  m.group(3),
                  String.join(", ", Condition.KEYS.keySet())));
          words.add(new Word(m.group().substring(m.group(1).length()), false, not));
        }
      } else if (m.group(5) != null) {
        add(words, m.group(5), true, not);
      } else {
        add(words, m.group(6), false, not);
      }
    }
    return new Query(typed, words, conditions, hints);
  }

  private static void add(List<Word> words, String text, boolean quoted, boolean not) {
    // A lone sign holds no word that could be found.
    if (text.codePoints().anyMatch(Character::isLetterOrDigit)) {
      words.add(new Word(text, quoted, not));
    }
  }

  private static Condition condition(String key, Matcher m, boolean not) {
    Condition.Comparison c =
        Arrays.stream(Condition.Comparison.values())
            .filter(x -> x.sign().equals(m.group(3)))
            .findFirst()
            .orElseThrow();
    List<Condition.Value> values = new ArrayList<>();
    Matcher v = VALUE.matcher(m.group(4));
    while (v.find()) {
      values.add(
          v.group(1) != null
              ? new Condition.Value(v.group(1), true)
              : new Condition.Value(v.group(2), false));
    }
    return new Condition(key, c, values, not, m.group());
  }

  /** Whether everything is found. */
  public boolean isAll() {
    return words.isEmpty() && conditions.isEmpty();
  }

  /** The same without a condition. */
  public Query without(Condition c) {
    return of((text.replace(c.text(), " ")).replaceAll("\\s+", " ").strip());
  }

  /** The same with one more condition; replaces one of the same key unless it asks for maps. */
  public Query with(String condition) {
    Query more = of(condition);
    String key = more.conditions.isEmpty() ? null : more.conditions.getFirst().key();
    String kept = text;
    for (Condition c : conditions) {
      if (key != null && c.key().equals(key) && !key.equals("maps") && !key.equals("is")) {
        kept = kept.replace(c.text(), " ");
      }
    }
    return of((kept + " " + condition).replaceAll("\\s+", " ").strip());
  }

  @Override
  public String toString() {
    return text.isBlank()
        ? "everything"
        : words.stream().map(Word::text).collect(Collectors.joining(" ")) + " " + conditions;
  }
}
