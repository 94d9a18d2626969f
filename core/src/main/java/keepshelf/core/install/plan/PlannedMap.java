package keepshelf.core.install.plan;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Set;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.format.SurfaceDocument.Use;
import keepshelf.core.model.MapRole;
import org.jspecify.annotations.Nullable;

/**
 * One picture that an installation will write.
 *
 * @param surface number of the surface that it is for
 * @param role what it is for; {@link MapRole#PACKED} when its channels hold several roles
 * @param parts what it is made of: the map itself first, then helpers; or a part for each channel
 * @param after what is done to the whole, after its parts were put together
 * @param file name that is written
 * @param format identifier of the format that is written
 * @param input input of the surface it goes to
 * @param also other inputs that read the same picture
 * @param use how it is read there
 * @param width of what is written, 0 when not known
 * @param height of what is written, 0 when not known
 */
public record PlannedMap(
    int surface,
    MapRole role,
    List<Part> parts,
    List<Conversion> after,
    String file,
    String format,
    String input,
    List<String> also,
    Use use,
    int width,
    int height) {
  /**
   * One map, or one of its channels, and what is done to it.
   *
   * @param role what it is for here
   * @param source the map on the shelf
   * @param channel of the source that is used, or null for all
   * @param from the source's file
   * @param steps conversions of this part alone
   * @param to channel of the result that it fills, or null when it is the whole or a helper
   */
  public record Part(
      MapRole role,
      MapRecord source,
      @Nullable String channel,
      Path from,
      List<Conversion> steps,
      @Nullable String to) {
    /** Copies the steps. */
    public Part {
      steps = List.copyOf(steps);
    }

    /** Whether the alpha of its source is opacity. */
    public boolean alphaIsOpacity() {
      return source.channels() != null && source.channels().roles().get("a") == MapRole.OPACITY;
    }

    /** "gloss map, packs/…/brass_gls.png". */
    String provenance(String packFolder) {
      String what =
          channel == null ? source.role().title() : source.role().title() + ", channel " + channel;
      return what.toLowerCase(Locale.ROOT) + " map, " + source.inShelf(packFolder);
    }
  }

  /** Copies the lists. */
  public PlannedMap {
    parts = List.copyOf(parts);
    after = List.copyOf(after);
    also = List.copyOf(also);
  }

  /** The map that it is made of, the first of several. */
  public MapRecord source() {
    return parts.getFirst().source();
  }

  /** The channel of {@link #source()} that is used, or null. */
  public @Nullable String channel() {
    return parts.getFirst().channel();
  }

  /** The file of {@link #source()}. */
  public Path from() {
    return parts.getFirst().from();
  }

  /** Everything that is done, each thing once, in order. */
  public List<Conversion> conversions() {
    Set<Conversion> all = new LinkedHashSet<>();
    parts.forEach(p -> all.addAll(p.steps()));
    all.addAll(after);
    return new ArrayList<>(all);
  }

  /** The identifiers of {@link #conversions()}, as they are kept and printed. */
  public List<String> conversionIds() {
    return conversions().stream().map(Conversion::id).toList();
  }

  /** Whether the file is copied bit for bit. */
  public boolean copied() {
    return conversions().isEmpty();
  }

  /** The helper in this role, which was planned with the step that needs it. */
  public Part neededHelper(MapRole wanted) {
    return Objects.requireNonNull(helper(wanted));
  }

  /** The helper in this role, or null. */
  public @Nullable Part helper(MapRole wanted) {
    return parts.stream().skip(1).filter(p -> p.role() == wanted).findFirst().orElse(null);
  }
}
