package keepshelf.core.model;

import java.util.List;
import org.jspecify.annotations.Nullable;

/** The labels that resolutions go by: 512, 1K, 2K, 4K, 8K, 16K for the longer side. */
public final class Resolution {
  /** All labels, small to large. */
  public static final List<String> LABELS = List.of("512", "1K", "2K", "4K", "8K", "16K");

  private Resolution() {}

  /** The label nearest (in powers of two) to a longer side of {@code pixels}, at least 1. */
  public static String label(int pixels) {
    int step = (int) Math.round(Math.log(pixels / 512.0) / Math.log(2));
    return LABELS.get(Math.clamp(step, 0, LABELS.size() - 1));
  }

  /** Pixels of the longer side that a label stands for; 0 for an unknown label. */
  public static int pixels(@Nullable String label) {
    int i = label == null ? -1 : LABELS.indexOf(label);
    return i < 0 ? 0 : 512 << i;
  }
}
