package keepshelf.core.licensing;

import java.util.HashMap;
import java.util.Map;

/** Licences for tests, written short. */
public final class TestLicences {
  private TestLicences() {}

  /**
   * Terms are letters with an answer: c commercial, a attribution, d derivatives, s share-alike, r
   * redistribution, h hand-over, e editorial only, m machine learning; y, n or u. {@code seatsN}
   * and {@code sub} say the rest. What is not said is as free as can be.
   */
  public static Licence of(String id, String name, String terms) {
    Map<Character, Answer> t = new HashMap<>();
    for (String w : terms.split(" ")) {
      if (w.matches("[cadsrhem][ynu]")) {
        t.put(
            w.charAt(0),
            w.charAt(1) == 'y' ? Answer.YES : w.charAt(1) == 'n' ? Answer.NO : Answer.UNKNOWN);
      }
    }
    Integer seats =
        terms.matches(".*seats\\d+.*")
            ? Integer.valueOf(terms.replaceAll(".*seats(\\d+).*", "$1"))
            : null;
    return new Licence(
        id,
        name,
        null,
        t.getOrDefault('c', Answer.YES),
        t.getOrDefault('a', Answer.NO),
        t.getOrDefault('d', Answer.YES),
        t.getOrDefault('s', Answer.NO),
        t.getOrDefault('r', Answer.YES),
        t.getOrDefault('h', Answer.YES),
        t.getOrDefault('e', Answer.NO),
        t.getOrDefault('m', Answer.YES),
        seats,
        terms.contains("sub"),
        null);
  }
}
