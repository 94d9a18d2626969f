package keepshelf.core.finish;

import java.io.IOException;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.disk.DiskTrouble;
import keepshelf.core.disk.FileTrees;
import keepshelf.core.json.Json;
import keepshelf.core.json.SmallFile;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;

/**
 * A finish as a small JSON file that can be given to somebody else: {@code {"finish":"Wet",
 * "settings":{"tile":"0.4 m","ior":"1.33"}}}, each setting written as on the command line.
 */
public final class FinishFile {
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
          Problem.error(
              "not-written",
              file.toString(),
              DiskTrouble.sentence(e, Words.of("doing.writing", file))),
          e);
    }
  }

  /**
   * Reads a finish.
   *
   * @throws ShelfException when it is none, with what is wrong
   */
  public static Finish read(Path file) throws ShelfException {
    return SmallFile.read(file, Written.class, FinishFile::finish, why -> no(file, why));
  }

  private static Finish finish(Written w) {
    if (w.finish() == null || w.finish().isBlank()) {
      throw new IllegalArgumentException(Words.of("finishFile.names-no-finish"));
    }
    Finish f = Finish.named(w.finish());
    for (Map.Entry<String, String> e :
        (w.settings() == null ? Map.<String, String>of() : w.settings()).entrySet()) {
      FinishSetting s =
          FinishSetting.ofId(e.getKey())
              .orElseThrow(() ->
                  new IllegalArgumentException(Words.of("finishFile.no-setting", e.getKey())));
      f = s.write(f, e.getValue() == null ? "" : e.getValue());
    }
    return f;
  }

  private static ShelfException no(Path file, String why) {
    return new ShelfException(
        Problem.error(
            "no-finish-file",
            file.toString(),
            Phrase.of("finishFile.cannot-read-finish-write-one", file, why)));
  }
}
