package keepshelf.core.recognise.found;

import java.util.ArrayList;
import java.util.List;
import keepshelf.core.words.Phrase;

/**
 * How sure a decision is, and why.
 *
 * @param evidence the reasons, strongest first
 */
public record Verdict(List<Evidence> evidence) {
  /** Below this confidence a person is asked. */
  public static final double ASK_BELOW = 0.75;

  private static final String PERSON = "person";

  /** Sorted by strength. */
  public Verdict {
    List<Evidence> sorted = new ArrayList<>(evidence);
    sorted.sort((a, b) -> Double.compare(Math.abs(b.weight()), Math.abs(a.weight())));
    evidence = List.copyOf(sorted);
  }

  /** A person's own decision, which nothing overrules. */
  public static Verdict byPerson(Phrase said) {
    return new Verdict(List.of(new Evidence(PERSON, 1, said)));
  }

  /** Whether a person decided. */
  public boolean byPerson() {
    return evidence.stream().anyMatch(e -> e.kind().equals(PERSON));
  }

  /** This with one more reason. */
  public Verdict and(Evidence more) {
    List<Evidence> all = new ArrayList<>(evidence);
    all.add(more);
    return new Verdict(all);
  }

  /**
   * 0..1: independent reasons combine as 1 - product(1 - weight); reasons against scale it down.
   */
  public double confidence() {
    double doubt = 1;
    double keep = 1;
    for (Evidence e : evidence) {
      if (e.weight() >= 0) {
        doubt *= 1 - e.weight();
      } else {
        keep *= 1 + e.weight();
      }
    }
    return Math.round((1 - doubt) * keep * 1000) / 1000.0;
  }

  /** Whether a person should be asked. */
  public boolean asks() {
    return confidence() < ASK_BELOW;
  }

  /** What was said, strongest first. */
  public List<Phrase> reasons() {
    return evidence.stream().map(Evidence::said).toList();
  }

  /** The sentences, strongest first. */
  public List<String> sentences() {
    return evidence.stream().map(Evidence::sentence).toList();
  }
}
