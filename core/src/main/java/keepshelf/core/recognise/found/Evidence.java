package keepshelf.core.recognise.found;

import keepshelf.core.words.Phrase;

/**
 * One reason for or against a decision.
 *
 * @param kind where it comes from: {@code name}, {@code siblings}, {@code folder}, {@code header},
 *     {@code pixels}, {@code person}
 * @param weight how much it says, 0 (nothing) to 1 (proof); negative speaks against
 * @param said the reason in plain words, without a full stop
 */
public record Evidence(String kind, double weight, Phrase said) {
  /** The reason in plain words, without a full stop. */
  public String sentence() {
    return said.text();
  }
}
