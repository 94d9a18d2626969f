package keepshelf.core.finish;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.disk.DiskTrouble;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.json.Json;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import tools.jackson.core.JacksonException;

/**
 * A finish as a small JSON file that can be given to somebody else: {@code {"finish":"Wet",
 * "settings":{"tile":"0.4 m","ior":"1.33"}}}, each setting written as on the command line.
 */
public final class FinishFile {
  /** No finish is as large. */
  private static final long MOST_BYTES = 64 * 1024;

  private FinishFile() {}

  /** What stands in the file. */
  record Written(String finish, Map<String, String> settings) {}

  /** All settings that a finish says something about, by their identifiers. */
  public static Map<String, String> settings(Finish f) {
    Map<String, String> out = new LinkedHashMap<>();
    for (FinishSetting s : FinishSetting.values()) {
      String v = s.read(f);
      if (!v.isEmpty()) {
        out.put(s.id(), v);
      }
    }
    return out;
  }

  /**
   * Writes {@code f}, in the place of what was there.
   *
   * @throws ShelfException when the disk refuses
   */
  public static void write(Finish f, Path file) throws ShelfException {
    Map<String, String> said = settings(f);
    // It follows from the index of refraction, to fewer digits.
    said.remove(FinishSetting.REFLECTANCE.id());
    try {
      FileTrees.writeAtomically(file.toAbsolutePath(), Json.pretty(new Written(f.name(), said)));
    } catch (IOException e) {
      throw new ShelfException(
          Problem.error("not-written", file.toString(), DiskTrouble.sentence(e, "writing " + file)),
          e);
    }
  }

  /**
   * Reads a finish.
   *
   * @throws ShelfException when it is none, with what is wrong
   */
  public static Finish read(Path file) throws ShelfException {
    try {
      if (!Files.isRegularFile(file)) {
        throw no(file, "it is no file");
      }
      if (Files.size(file) > MOST_BYTES) {
        throw no(file, "it is too large for one");
      }
      Written w = Json.mapper().readValue(Files.readAllBytes(file), Written.class);
      if (w == null || w.finish() == null || w.finish().isBlank()) {
        throw no(file, "it names no finish");
      }
      Finish f = Finish.named(w.finish());
      for (Map.Entry<String, String> e :
          (w.settings() == null ? Map.<String, String>of() : w.settings()).entrySet()) {
        FinishSetting s =
            FinishSetting.ofId(e.getKey())
                .orElseThrow(() -> no(file, "“" + e.getKey() + "” is no setting"));
        f = s.write(f, e.getValue() == null ? "" : e.getValue());
      }
      return f;
    } catch (IOException e) {
      throw new ShelfException(
          Problem.error("not-read", file.toString(), DiskTrouble.sentence(e, "reading " + file)),
          e);
    } catch (JacksonException e) {
      throw no(file, "it is not JSON of this form");
    } catch (IllegalArgumentException e) {
      throw no(file, e.getMessage());
    }
  }

  private static ShelfException no(Path file, String why) {
    return new ShelfException(
        Problem.error(
            "no-finish-file",
            file.toString(),
            file
                + " cannot be read as a finish: "
                + why
                + ". Write one with: keepshelf finish ITEM --name NAME --export FILE."));
  }
}
