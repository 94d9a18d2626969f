package keepshelf.core.recognise.names;

import java.util.List;
import keepshelf.core.recognise.names.NameParts.Word;
import org.jspecify.annotations.Nullable;

/**
 * A name cut before its last word.
 *
 * @param stem what stands before it, folded
 * @param key the same with underscores
 * @param word the last word
 * @param glued whether it stands against a digit, as in {@code slate03n}
 */
public record NameEnd(String stem, String key, String word, boolean glued) {
  /** The end of {@code c}'s name, or null when there is nothing before its last word. */
  public static @Nullable NameEnd of(Candidate c) {
    List<Word> words = c.parts.words();
    int last = words.size() - 1;
    while (last > 0 && !words.get(last).names()) {
      last--;
    }
    if (last < 1) {
      return null;
    }
    String key = NameParts.key(words, last, words.size());
    String before = words.get(last - 1).text();
    boolean digit = Character.isDigit(before.charAt(before.length() - 1));
    Word w = words.get(last);
    return key.isEmpty()
        ? null
        : new NameEnd(NameParts.folded(key), key, w.text(), w.joined() && digit);
  }
}
