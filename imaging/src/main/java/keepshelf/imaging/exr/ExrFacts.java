package keepshelf.imaging.exr;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.List;

/**
 * What the headers of an OpenEXR file say about the picture that is read from it.
 *
 * @param width columns of the data window, at least 1
 * @param height rows of the data window, at least 1
 * @param channels 1, 3 or 4
 * @param bits 16 for half floats, 32 for floats and whole numbers
 * @param plain whether it has one part, stored without loss of detail, whose only channels are the
 *     picture's: what any OpenEXR codec reads
 */
public record ExrFacts(int width, int height, int channels, int bits, boolean plain) {
  /**
   * The facts of the file that starts with {@code head}.
   *
   * @throws ExrException when the headers are broken or say nothing that is read here
   * @throws IndexOutOfBoundsException when {@code head} ends before the headers do
   */
  public static ExrFacts of(ByteBuffer head) throws IOException {
    return of(ExrHeaders.parse(head));
  }

  /**
   * The facts of {@code file}.
   *
   * @throws ExrException when the headers are broken, cut off or say nothing that is read here
   */
  public static ExrFacts of(Path file) throws IOException {
    try (FileChannel channel = FileChannel.open(file, StandardOpenOption.READ)) {
      return of(ExrHeaders.read(channel));
    }
  }

  private static ExrFacts of(ExrHeaders headers) throws ExrException {
    ExrPart part = headers.part();
    List<Integer> shown = part.shown();
    boolean half = shown.stream().allMatch(i -> part.channels().get(i).sample() == Sample.HALF);
    boolean plain =
        headers.parts().size() == 1
            && !headers.multiPart()
            && part.compression().compareTo(Compression.PIZ) <= 0
            && shown.size() == part.channels().size()
            && part.channels().stream().allMatch(c -> c.layer().isEmpty());
    return new ExrFacts(part.width(), part.height(), shown.size(), half ? 16 : 32, plain);
  }
}
