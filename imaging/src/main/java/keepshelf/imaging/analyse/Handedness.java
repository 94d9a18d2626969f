package keepshelf.imaging.analyse;

import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Which way the green channel of a tangent-space normal map points. */
public enum Handedness {
  /** Y up, the OpenGL way: bright green slopes face up the picture. */
  GL("gl"),
  /** Y down, the DirectX way. */
  DX("dx"),
  /** Not decided. */
  UNKNOWN("unknown");

  private final String id;

  Handedness(String id) {
    this.id = id;
  }

  /** Stable identifier: {@code gl}, {@code dx}, {@code unknown}. */
  public String id() {
    return id;
  }

  /** The one with this identifier. */
  public static Optional<Handedness> ofId(@Nullable String id) {
    for (Handedness h : values()) {
      if (h.id.equals(id)) {
        return Optional.of(h);
      }
    }
    return Optional.empty();
  }
}
