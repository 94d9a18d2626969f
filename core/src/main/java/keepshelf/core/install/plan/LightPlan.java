package keepshelf.core.install.plan;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.InstallOptions;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.format.Light;
import keepshelf.core.format.SurfaceDocument.Use;
import keepshelf.core.install.plan.PlannedMap.Part;
import keepshelf.core.install.profile.HostProfile;
import keepshelf.core.model.MapRole;
import keepshelf.core.words.Words;
import keepshelf.imaging.analyse.EnvironmentFacts;
import keepshelf.imaging.io.ImageDecoder;
import keepshelf.imaging.io.ImageFormat;
import keepshelf.imaging.panorama.Panorama;
import keepshelf.imaging.pixel.Pixels;
import org.jspecify.annotations.Nullable;

/**
 * How an environment light is set up: as a panorama that lights, or, where the format has none, as
 * a picture of the sky with its sun.
 *
 * @param sun the strongest light, for hosts that take only that; or null
 * @param horizonDegrees elevation of the horizon that is brought to the middle, 0 for none
 */
record LightPlan(Light.@Nullable Sun sun, double horizonDegrees) {
  /** Input that a sky's picture goes to in documents without panoramas. */
  static final String SKY = "baseColorTexture";

  /** Name of a panorama's place in documents that have one. */
  static final String ENVIRONMENT = "environment";

  /** Plans the light's picture into {@code maps}; null when the item has none that can be read. */
  static @Nullable LightPlan of(
      ShelfFolder shelf,
      ShelvedItem item,
      HostProfile profile,
      InstallOptions options,
      @Nullable String resolution,
      String stem,
      List<PlannedMap> maps,
      List<String> remarks) {
    MapRecord map =
        item.item().mapsAt(resolution).stream()
            .filter(m -> m.role() == MapRole.EMISSION || m.role() == MapRole.BASE_COLOUR)
            .findFirst()
            .orElse(null);
    if (map == null) {
      return null;
    }
    Path file = shelf.resolve(item.path(map));
    boolean dome = profile.environment().equals("dome");
    Seen seen = null;
    if (options.levelHorizon() || !dome) {
      try {
        seen = Seen.of(ImageDecoder.decode(file));
      } catch (IOException e) {
        return null;
      }
    }
    List<Conversion> steps = new ArrayList<>();
    double horizon = 0;
    if (options.levelHorizon() && seen != null) {
      Double edge = seen.facts().horizonDegrees();
      if (edge == null) {
        remarks.add(Words.of("lightPlan.no-edge-between-land-sky"));
      } else {
        horizon = edge;
        steps.add(Conversion.LEVEL_HORIZON);
      }
    }
    if (map.bits() <= 16 && map.bits() > 0 && !List.of("exr", "hdr").contains(map.format())) {
      remarks.add(Words.of("lightPlan.picture-has-no-range-above"));
    }
    Light.Sun sun = dome || seen == null ? null : sun(seen, options, remarks);
    String format = map.fileFormat();
    if (!dome) {
      steps.add(Conversion.TONE_MAP);
      format = profile.fileFormats().getFirst();
    } else if (!steps.isEmpty() || !profile.lightFormats().contains(format)) {
      steps.addAll(
          profile.lightFormats().contains(format) ? List.of() : List.of(Conversion.FORMAT));
      format = profile.lightFormats().getFirst();
    }
    String ending =
        steps.isEmpty()
            ? map.path().substring(map.path().lastIndexOf('.') + 1).toLowerCase(Locale.ROOT)
            : ImageFormat.ofId(format).map(ImageFormat::extension).orElse(format);
    int width = dome ? map.width() : Math.min(map.width(), Panorama.SKY_WIDTH);
    maps.add(
        new PlannedMap(
            0,
            map.role(),
            List.of(new Part(map.role(), map, null, file, steps, null)),
            width == map.width() ? List.of() : List.of(Conversion.RESIZE),
            stem + (dome ? "_environment." : "_sky.") + ending,
            format,
            dome ? ENVIRONMENT : SKY,
            List.of(),
            dome ? Use.PANORAMA : Use.COLOUR,
            width,
            dome ? map.height() : width / 2));
    return new LightPlan(sun, horizon);
  }

  /** A panorama that was looked at. */
  private record Seen(Pixels pixels, EnvironmentFacts facts) {
    static Seen of(Pixels pixels) {
      return new Seen(pixels, EnvironmentFacts.of(pixels));
    }
  }

  private static Light.@Nullable Sun sun(Seen seen, InstallOptions options, List<String> remarks) {
    EnvironmentFacts facts = seen.facts();
    if (facts.sun() == null) {
      remarks.add(Words.of("lightPlan.format-has-no-light-from"));
      return null;
    }
    remarks.add(
        Words.of("lightPlan.format-has-no-light-from-2", Math.round(facts.sun().share() * 100)));
    double[] light =
        Panorama.light(seen.pixels(), facts.sun().azimuthDegrees(), facts.sun().elevationDegrees());
    double most = Math.max(1e-6, Math.max(light[0], Math.max(light[1], light[2])));
    return new Light.Sun(
        Math.IEEEremainder(facts.sun().azimuthDegrees() - options.turnDegrees(), 360),
        facts.sun().elevationDegrees(),
        light[0] / most,
        light[1] / most,
        light[2] / most,
        most * options.brightness());
  }
}
