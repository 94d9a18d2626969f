package keepshelf.core.recognise.names;

import java.util.List;
import keepshelf.imaging.analyse.Handedness;

/**
 * One way to read a file name as "this role of that material".
 *
 * @param key the material's name in the file name, with underscores; may be empty
 * @param folded the key without marks, to compare
 * @param senses what the role words can mean, most likely first
 * @param place 0..1, how usual the place of the role words is (the end is most usual)
 * @param phrase the role words as they stand, written together
 * @param single whether the role is too short a word to count alone: it counts beside others only
 * @param handedness what the role words say about the normal direction, or unknown
 * @param source {@code name} or {@code folder}: where the role words stand
 */
public record NameReading(
    String key,
    String folded,
    List<RoleVocabulary.Sense> senses,
    double place,
    String phrase,
    boolean single,
    Handedness handedness,
    String source) {
  public NameReading {
    senses = List.copyOf(senses);
  }

  /** The same with another usualness of its place. */
  NameReading at(double newPlace) {
    return new NameReading(key, folded, senses, newPlace, phrase, single, handedness, source);
  }

  /** Weight of the likeliest sense in this place. */
  public double strength() {
    return senses.getFirst().weight() * place;
  }
}
