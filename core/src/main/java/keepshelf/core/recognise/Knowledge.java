package keepshelf.core.recognise;

import java.util.List;
import keepshelf.core.recognise.document.DocumentFacts;
import keepshelf.core.recognise.found.PixelWitness;
import keepshelf.core.recognise.names.NamingHabit;

/**
 * What is known about an arrival beside its files' names and pixels.
 *
 * @param documents what the material documents in it say
 * @param habits what a person said about earlier packs of its source
 * @param witness sees the pictures that are decoded
 */
public record Knowledge(DocumentFacts documents, List<NamingHabit> habits, PixelWitness witness) {
  /** Nothing known. */
  public static final Knowledge NONE = new Knowledge(DocumentFacts.NONE, List.of());

  /** Copies the list. */
  public Knowledge {
    habits = List.copyOf(habits);
  }

  /** With nobody to see the pictures. */
  public Knowledge(DocumentFacts documents, List<NamingHabit> habits) {
    this(documents, habits, PixelWitness.NONE);
  }
}
