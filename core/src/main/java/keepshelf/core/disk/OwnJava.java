package keepshelf.core.disk;

import java.io.File;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;

/** Starts parts of this program as processes of their own, on the same class path. */
public final class OwnJava {
  /** Property with the file of loaded classes that makes starts fast; it may be missing. */
  private static final String CACHE = "keepshelf.cache";

  private OwnJava() {}

  /**
   * The command that starts {@code mainClass}.
   *
   * @param options of the virtual machine, besides those that all of them get
   * @param arguments of the program
   */
  public static List<String> command(List<String> options, String mainClass, String... arguments) {
    List<String> out = new ArrayList<>();
    out.add(Path.of(System.getProperty("java.home"), "bin", "java").toString());
    out.add("-XX:+UseSerialGC");
    out.add("--enable-native-access=ALL-UNNAMED");
    String cache = System.getProperty(CACHE);
    if (cache != null && Files.isRegularFile(Path.of(cache))) {
      // Said nowhere when it does not fit: then it is only slower.
      out.addAll(List.of("-XX:AOTCache=" + cache, "-Xlog:aot=off", "-Xlog:cds=off"));
    }
    out.addAll(options);
    out.addAll(List.of("-cp", classPath(), mainClass));
    out.addAll(List.of(arguments));
    return out;
  }

  /** That of this program, which another folder to work in does not change. */
  private static String classPath() {
    return Arrays.stream(System.getProperty("java.class.path").split(File.pathSeparator))
        .map(p -> Path.of(p).toAbsolutePath().toString())
        .collect(Collectors.joining(File.pathSeparator));
  }
}
