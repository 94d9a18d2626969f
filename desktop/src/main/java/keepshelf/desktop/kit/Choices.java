package keepshelf.desktop.kit;

import java.util.function.Function;
import javafx.util.StringConverter;

/** How things are called in a list that one of them is chosen from. */
public final class Choices {
  private Choices() {}

  /** Words for a choice that cannot be typed; nothing is shown for null. */
  public static <T> StringConverter<T> titled(Function<T, String> title) {
    return new StringConverter<>() {
      @Override
      public String toString(T t) {
        return t == null ? "" : title.apply(t);
      }

      @Override
      public T fromString(String s) {
        throw new UnsupportedOperationException();
      }
    };
  }
}
