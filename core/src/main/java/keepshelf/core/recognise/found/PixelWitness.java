package keepshelf.core.recognise.found;

import keepshelf.imaging.analyse.LargePicture;
import keepshelf.imaging.pixel.Pixels;

/** Sees every picture once, when it is decoded; called on several threads. */
public interface PixelWitness {
  /** Sees nothing. */
  PixelWitness NONE =
      new PixelWitness() {
        @Override
        public void seen(SourceFile file, Pixels pixels) {
          // Nothing is wanted.
        }

        @Override
        public void seen(SourceFile file, LargePicture picture) {
          // Nothing is wanted.
        }
      };

  /** {@code pixels} are those of {@code file}; they are not to be kept. */
  void seen(SourceFile file, Pixels pixels);

  /** {@code picture} is what passed by of a very large {@code file}. */
  void seen(SourceFile file, LargePicture picture);
}
