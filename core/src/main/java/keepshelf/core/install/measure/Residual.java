package keepshelf.core.install.measure;

import java.io.IOException;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.model.MapRole;
import keepshelf.imaging.convert.SpecGloss;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.resample.Resampler;
import org.jspecify.annotations.Nullable;

/**
 * What is lost of a material of specular colour and gloss when it is written as metal and
 * roughness.
 *
 * @param mean of the differences of reflectance, 0..1
 * @param worst difference that one place in a hundred reaches
 */
public record Residual(double mean, double worst) {
  private static final int SIDE = 256;

  /** Measured on small copies; empty when a picture cannot be read. */
  public static Optional<Residual> of(
      ShelfFolder shelf, ShelvedItem item, @Nullable String resolution) {
    List<MapRecord> maps = item.item().mapsAt(resolution);
    MapRecord diffuse = first(maps, MapRole.BASE_COLOUR);
    MapRecord specular = first(maps, MapRole.SPECULAR);
    if (diffuse == null || specular == null) {
      return Optional.empty();
    }
    try {
      float[] d =
          Resampler.linear(ImageDecoder.decode(shelf.resolve(item.path(diffuse))), SIDE, SIDE);
      float[] s =
          Resampler.linear(ImageDecoder.decode(shelf.resolve(item.path(specular))), SIDE, SIDE);
      double[] all = new double[SIDE * SIDE];
      for (int i = 0; i < all.length; i++) {
        all[i] =
            SpecGloss.residual(
                Arrays.copyOfRange(d, 3 * i, 3 * i + 3), Arrays.copyOfRange(s, 3 * i, 3 * i + 3));
      }
      Arrays.sort(all);
      return Optional.of(
          new Residual(Arrays.stream(all).average().orElse(0), all[(int) (all.length * 0.99)]));
    } catch (IOException e) {
      return Optional.empty();
    }
  }

  private static @Nullable MapRecord first(List<MapRecord> maps, MapRole role) {
    return maps.stream().filter(m -> m.role() == role).findFirst().orElse(null);
  }
}
