package keepshelf.core.disk;

import java.lang.foreign.FunctionDescriptor;
import java.lang.foreign.Linker;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.ValueLayout;
import java.nio.charset.Charset;
import java.util.LinkedHashSet;
import java.util.Locale;
import java.util.Set;
import java.util.function.IntFunction;
import org.jspecify.annotations.Nullable;

/**
 * What the system says of a few errors, in the language that it says it in. Java hands on the
 * system's text but not its number, so the texts for the numbers are asked for and compared.
 *
 * @param full there is no room, or no more may be used
 * @param readOnly the disk cannot be written to
 * @param denied one may not
 */
record SystemErrors(Set<String> full, Set<String> readOnly, Set<String> denied) {
  // Numbers of POSIX systems; EDQUOT is 122 on Linux and 69 on others.
  private static final int[] FULL = {
    28, 27, System.getProperty("os.name").equals("Linux") ? 122 : 69
  };
  private static final int[] READ_ONLY = {30};
  private static final int[] DENIED = {13, 1};

  /** Those of this system. */
  static final SystemErrors HERE = of(SystemErrors::systemText);

  /**
   * With the texts that {@code text} gives for a number, or null; English ones are always known.
   */
  static SystemErrors of(IntFunction<String> text) {
    return new SystemErrors(
        texts(
            text,
            FULL,
            "no space left",
            "disk full",
            "not enough space",
            "quota exceeded",
            "database or disk is full",
            "file too large"),
        texts(text, READ_ONLY, "read-only file system"),
        texts(text, DENIED, "permission denied", "operation not permitted"));
  }

  private static Set<String> texts(IntFunction<String> text, int[] numbers, String... english) {
    Set<String> out = new LinkedHashSet<>(Set.of(english));
    for (int n : numbers) {
      String t = text.apply(n);
      if (t != null && !t.isBlank()) {
        out.add(t.toLowerCase(Locale.ROOT));
      }
    }
    return Set.copyOf(out);
  }

  /** Whether {@code message} holds one of {@code texts}. */
  static boolean says(@Nullable String message, Set<String> texts) {
    String m = message == null ? "" : message.toLowerCase(Locale.ROOT);
    return texts.stream().anyMatch(m::contains);
  }

  /** The C library's {@code strerror}; null where there is none. */
  @SuppressWarnings("restricted")
  private static @Nullable String systemText(int number) {
    try {
      Linker linker = Linker.nativeLinker();
      MemorySegment strerror = linker.defaultLookup().find("strerror").orElse(null);
      if (strerror == null) {
        return null;
      }
      MemorySegment said =
          (MemorySegment)
              linker
                  .downcallHandle(
                      strerror, FunctionDescriptor.of(ValueLayout.ADDRESS, ValueLayout.JAVA_INT))
                  .invokeExact(number);
      String encoding = System.getProperty("native.encoding", "UTF-8");
      return said.reinterpret(512).getString(0, Charset.forName(encoding));
    } catch (Throwable t) {
      org.slf4j.LoggerFactory.getLogger(SystemErrors.class).debug("no texts of errors", t);
      return null;
    }
  }
}
