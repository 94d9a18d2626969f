package keepshelf.desktop.arrivals;

import java.util.ArrayList;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Set;
import keepshelf.core.intake.Arrival;
import keepshelf.core.recognise.found.FileCorrection;
import keepshelf.core.recognise.found.RecognisedMap;
import keepshelf.core.recognise.found.Recognition;

/** What a person's change says about single files, to be remembered for them. */
final class FileCorrections {
  private FileCorrections() {}

  /**
   * A correction for every map of {@code to} that is another one than in {@code before}. Maps are
   * compared by identity: a change keeps those it does not touch, and there may be many thousand.
   */
  static List<FileCorrection> between(Arrival before, Recognition to) {
    Set<RecognisedMap> old = Collections.newSetFromMap(new IdentityHashMap<>());
    before.recognition().items().forEach(i -> old.addAll(i.maps()));
    List<FileCorrection> out = new ArrayList<>();
    to.items()
        .forEach(i ->
            i.maps().stream()
                .filter(m -> !old.contains(m))
                .forEach(m ->
                    before
                        .sha256(m.file().path())
                        .flatMap(sha -> FileCorrection.of(sha, m))
                        .ifPresent(out::add)));
    return out;
  }
}
