package keepshelf.imaging.io;

import java.util.Locale;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Picture file formats that are recognised; {@link #readable()} says which are decoded. */
public enum ImageFormat {
  PNG("png", true, "png"),
  JPEG("jpeg", true, "jpg", "jpeg", "jpe", "jfif"),
  TIFF("tiff", true, "tif", "tiff"),
  EXR("exr", true, "exr"),
  HDR("hdr", true, "hdr", "rgbe", "pic"),
  TGA("tga", true, "tga"),
  BMP("bmp", true, "bmp", "dib"),
  WEBP("webp", true, "webp"),
  PSD("psd", true, "psd", "psb"),
  GIF("gif", true, "gif"),
  DDS("dds", true, "dds"),
  KTX2("ktx2", false, "ktx2", "ktx");

  private final String id;
  private final boolean readable;
  private final String[] extensions;

  ImageFormat(String id, boolean readable, String... extensions) {
    this.id = id;
    this.readable = readable;
    this.extensions = extensions;
  }

  /** Stable lower-case identifier, as in the command line's JSON. */
  public String id() {
    return id;
  }

  /** Whether pixels of this format can be decoded, not only its header. */
  public boolean readable() {
    return readable;
  }

  /** The usual file extension, without a dot. */
  public String extension() {
    return extensions[0];
  }

  /** The format that the extension of {@code fileName} says, whatever the case. */
  public static Optional<ImageFormat> ofName(String fileName) {
    int dot = fileName.lastIndexOf('.');
    String ext = dot < 0 ? "" : fileName.substring(dot + 1).toLowerCase(Locale.ROOT);
    for (ImageFormat f : values()) {
      for (String e : f.extensions) {
        if (e.equals(ext)) {
          return Optional.of(f);
        }
      }
    }
    return Optional.empty();
  }

  /** The format with this identifier. */
  public static Optional<ImageFormat> ofId(@Nullable String id) {
    for (ImageFormat f : values()) {
      if (f.id.equals(id)) {
        return Optional.of(f);
      }
    }
    return Optional.empty();
  }
}
