package keepshelf.core.install.measure;

import java.io.IOException;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;

/**
 * What was measured in a picture, kept by the picture's content: the same item goes to many hosts,
 * and is planned again and again.
 */
final class Measured<T> {
  private static final int MOST = 10_000;

  private final ConcurrentHashMap<String, Optional<T>> known = new ConcurrentHashMap<>();

  /** Measures one picture; null when it tells nothing. */
  interface Measuring<T> {
    @Nullable T measure() throws IOException;
  }

  /** What is known under {@code key}, measured now when it is not; empty when it cannot be read. */
  Optional<T> of(String key, Measuring<T> how) {
    Optional<T> have = known.get(key);
    if (have == null) {
      try {
        have = Optional.ofNullable(how.measure());
      } catch (IOException e) {
        have = Optional.empty();
      }
      if (known.size() > MOST) {
        known.clear();
      }
      known.put(key, have);
    }
    return have;
  }
}
