package keepshelf.core.recognise.found;

import keepshelf.imaging.pixel.Pixels;

/** Sees every picture once, when it is decoded; called on several threads. */
@FunctionalInterface
public interface PixelWitness {
  /** Sees nothing. */
  PixelWitness NONE = (file, pixels) -> {};

  /** {@code pixels} are those of {@code file}; they are not to be kept. */
  void seen(SourceFile file, Pixels pixels);
}
