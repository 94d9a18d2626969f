package keepshelf.core.search;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.Predicate;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.model.MapRole;

/**
 * Finds items by words: every word must begin some word of the item's name, pack, source, creator,
 * licence, kind, roles or file names; a word after a minus sign must not.
 */
public final class WordFilter implements Predicate<ShelvedItem> {
  private final List<String> wanted = new ArrayList<>();
  private final List<String> unwanted = new ArrayList<>();

  /** From what a person typed; empty matches everything. */
  public WordFilter(String typed) {
    for (String w : typed.toLowerCase(Locale.ROOT).trim().split("\\s+")) {
      if (w.startsWith("-") && w.length() > 1) {
        unwanted.add(w.substring(1));
      } else if (!w.isEmpty() && !w.equals("-")) {
        wanted.add(w);
      }
    }
  }

  @Override
  public boolean test(ShelvedItem s) {
    if (wanted.isEmpty() && unwanted.isEmpty()) {
      return true;
    }
    String text = text(s);
    return wanted.stream().allMatch(w -> begins(text, w))
        && unwanted.stream().noneMatch(w -> begins(text, w));
  }

  private static boolean begins(String text, String word) {
    for (int at = text.indexOf(word); at >= 0; at = text.indexOf(word, at + 1)) {
      if (at == 0 || !Character.isLetterOrDigit(text.charAt(at - 1))) {
        return true;
      }
    }
    return false;
  }

  private static String text(ShelvedItem s) {
    StringBuilder b = new StringBuilder();
    for (String part :
        new String[] {
          s.item().name(),
          s.item().key(),
          s.item().kind().plural(),
          s.pack().name(),
          s.pack().source(),
          s.pack().creator(),
          s.pack().licence(),
          s.item().colourway()
        }) {
      b.append(part == null ? "" : part).append(' ');
    }
    for (MapRole r : s.item().roles()) {
      b.append(r.title()).append(' ');
    }
    for (MapRecord m : s.item().maps()) {
      b.append(m.fileName()).append(' ').append(m.resolution()).append(' ');
    }
    return b.toString().toLowerCase(Locale.ROOT);
  }
}
