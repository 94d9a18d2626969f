package keepshelf.core.format;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import keepshelf.core.format.SurfaceDocument.Value;
import org.jspecify.annotations.Nullable;

/** Collects plain values of inputs that have no picture. */
public final class SurfaceValues {
  /** Roughness of a surface that no picture gives one. */
  public static final double ROUGH = 0.6;

  /** Linear colour of a surface that no picture gives a colour: each format has another default. */
  public static final double GREY = 0.5;

  private final Set<String> pictured;
  private final List<Value> values = new ArrayList<>();

  /** For a surface whose inputs {@code pictured} get pictures. */
  public SurfaceValues(Set<String> pictured) {
    this.pictured = new HashSet<>(pictured);
  }

  /** Whether a picture goes to {@code input}. */
  public boolean hasPicture(String input) {
    return pictured.contains(input);
  }

  /** A value that the input always has. */
  public void always(String input, double value) {
    values.add(new Value(input, value));
  }

  /** A value for an input that gets no picture. */
  public void otherwise(String input, double value) {
    otherwise(input, input, value);
  }

  /** A value of {@code factor} where the input {@code picture} gets none. */
  public void otherwise(String picture, String factor, double value) {
    if (!hasPicture(picture)) {
      values.add(new Value(factor, value));
    }
  }

  /** A value of {@code amount} where the input gets a picture. */
  public void where(String input, String amount, double value) {
    if (hasPicture(input)) {
      values.add(new Value(amount, value));
    }
  }

  /** In the place of what the input has; nothing where the format has no such input (null). */
  public void instead(@Nullable String input, double value) {
    if (input != null && !hasPicture(input)) {
      values.removeIf(x -> x.input().equals(input));
      values.add(new Value(input, value));
    }
  }

  /** So many times what the input has; nothing where it has no value, or where there is none. */
  public void times(@Nullable String input, double factor) {
    if (input != null) {
      values.replaceAll(v -> v.input().equals(input) ? new Value(input, v.value() * factor) : v);
    }
  }

  /** All that was collected, in order. */
  public List<Value> all() {
    return List.copyOf(values);
  }
}
