package keepshelf.core.bench;

import java.io.IOException;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.preview.MapFile;
import keepshelf.core.preview.Previews;
import keepshelf.core.words.Words;
import keepshelf.imaging.light.Light;
import keepshelf.imaging.light.LightField;
import keepshelf.imaging.pixel.Pixels;

/** Lights of the bench: the program's own and those on the shelf; the last ones are kept ready. */
public final class BenchLights {
  private static final int KEPT = 6;

  private final Previews previews;
  private final Map<String, LightField> ready =
      new LinkedHashMap<>(16, 0.75f, true) {
        private static final long serialVersionUID = 1;

        @Override
        protected boolean removeEldestEntry(Map.Entry<String, LightField> eldest) {
          return size() > KEPT;
        }
      };

  /** Reads lights on the shelf by {@code previews}. */
  public BenchLights(Previews previews) {
    this.previews = previews;
  }

  /** The program's own light of an identifier or of a title, also written with hyphens. */
  public static Optional<Light> own(String name) {
    String wanted = name.strip().toLowerCase(Locale.ROOT).replaceAll("[ _]", "-");
    return Arrays.stream(Light.values())
        .filter(l ->
            l.title().toLowerCase(Locale.ROOT).replace(' ', '-').equals(wanted)
                || l.name().equalsIgnoreCase(name))
        .findFirst();
  }

  /** One of the program's own. */
  public synchronized LightField of(Light light) {
    return ready.computeIfAbsent(light.name(), n -> LightField.of(light));
  }

  /**
   * An environment light on the shelf.
   *
   * @throws IOException with a sentence when it cannot be read or is no panorama of all directions
   */
  public synchronized LightField of(ShelvedItem light) throws IOException {
    LightField has = ready.get(light.item().id());
    if (has != null) {
      return has;
    }
    List<MapFile> maps = previews.maps(light);
    if (maps.isEmpty()) {
      throw new IOException(Words.of("benchLights.has-no-picture", light.item().name()));
    }
    Pixels p = maps.getFirst().pixels();
    if (Math.abs(p.width() - 2.0 * p.height()) > 0.1 * p.height()) {
      throw new IOException(Words.of("benchLights.not-twice-wide-high-does", light.item().name()));
    }
    LightField made = LightField.of(light.item().name(), p);
    ready.put(light.item().id(), made);
    return made;
  }
}
