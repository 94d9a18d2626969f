package keepshelf.core.install.measure;

import java.nio.file.Path;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.imaging.io.ColourTags;
import keepshelf.imaging.io.ImageFormat;

/** What map files say about their colours, read once. */
public final class Tags {
  private static final Measured<ColourTags> KNOWN = new Measured<>();

  private Tags() {}

  /** Of a map's file. */
  public static ColourTags of(MapRecord m, Path file) {
    ImageFormat format = ImageFormat.ofId(m.format()).orElse(null);
    return format == null
        ? ColourTags.NONE
        : KNOWN.of(m.sha256(), () -> ColourTags.of(file, format)).orElse(ColourTags.NONE);
  }
}
