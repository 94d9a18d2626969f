package keepshelf.desktop.arrivals;

import java.util.ArrayList;
import java.util.List;
import keepshelf.core.archive.UnpackedFile;
import keepshelf.core.intake.Arrival;
import keepshelf.core.recognise.FileCorrection;
import keepshelf.core.recognise.RecognisedMap;
import keepshelf.core.recognise.Recognition;

/** What a person's change says about single files, to be remembered for them. */
final class FileCorrections {
  private FileCorrections() {}

  /** A correction for every map of {@code to} that is not in {@code before} as it is now. */
  static List<FileCorrection> between(Arrival before, Recognition to) {
    List<RecognisedMap> old = new ArrayList<>();
    before.recognition().items().forEach(i -> old.addAll(i.maps()));
    List<FileCorrection> out = new ArrayList<>();
    to.items()
        .forEach(i ->
            i.maps().stream()
                .filter(m -> !old.contains(m))
                .forEach(m -> {
                  UnpackedFile f = before.unpacked().get(m.file().path());
                  if (f != null) {
                    out.add(new FileCorrection(f.sha256(), m.role(), m.channels(), m.handedness()));
                  }
                }));
    return out;
  }
}
