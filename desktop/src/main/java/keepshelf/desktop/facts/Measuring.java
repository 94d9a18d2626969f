package keepshelf.desktop.facts;

import java.util.function.Consumer;
import java.util.function.Supplier;

/** Measures something in the background and hands it over on the interface thread. */
public interface Measuring {
  /** Measures {@code what} and shows it by {@code to}. */
  <T> void measure(Supplier<T> what, Consumer<T> to);
}
