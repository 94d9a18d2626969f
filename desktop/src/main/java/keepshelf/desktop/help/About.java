package keepshelf.desktop.help;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Properties;

/** Which version this is and which libraries it is made of, as the build wrote it down. */
public final class About {
  private About() {}

  /**
   * A library that is shipped.
   *
   * @param licences as the library itself names them
   * @param page its page, may be empty
   */
  public record Library(String name, String version, String licences, String page) {}

  /** The version of this program. */
  public static String version() {
    Properties p = new Properties();
    try (InputStream in = About.class.getResourceAsStream("version.properties")) {
      p.load(in);
    } catch (IOException e) {
      throw new java.io.UncheckedIOException(e);
    }
    return p.getProperty("version");
  }

  /** All libraries by name. */
  public static List<Library> libraries() {
    List<Library> all = new ArrayList<>();
    try (BufferedReader in =
        new BufferedReader(
            new InputStreamReader(
                About.class.getResourceAsStream("libraries.txt"), StandardCharsets.UTF_8))) {
      for (String line = in.readLine(); line != null; line = in.readLine()) {
        String[] parts = line.split("\t", -1);
        if (parts.length == 4) {
          all.add(new Library(parts[0], parts[1], parts[2], parts[3]));
        }
      }
    } catch (IOException e) {
      throw new java.io.UncheckedIOException(e);
    }
    return all;
  }
}
