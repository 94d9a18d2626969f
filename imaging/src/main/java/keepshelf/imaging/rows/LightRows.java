package keepshelf.imaging.rows;

import java.io.IOException;
import java.nio.file.Path;
import keepshelf.imaging.exr.ExrException;
import keepshelf.imaging.exr.ExrReader;
import keepshelf.imaging.io.HdrLines;
import keepshelf.imaging.io.ImageInfo;
import keepshelf.imaging.pixel.Depth;
import keepshelf.imaging.pixel.Rows;
import keepshelf.imaging.pixel.UnreadableImageException;
import org.jspecify.annotations.Nullable;

/** Pictures of linear floats by rows: OpenEXR a band of its blocks at a time, RGBE line by line. */
final class LightRows {
  private LightRows() {}

  static Rows exr(Path file) throws IOException {
    ExrReader in;
    try {
      in = ExrReader.open(file);
    } catch (ExrException e) {
      throw new UnreadableImageException(e.getMessage(), e);
    }
    return new Sized(in.width(), in.height(), in.channels(), Depth.F32) {
      private float @Nullable [] band;
      private int y;

      @Override
      public void next(float[] row) throws IOException {
        int within = y % in.bandRows();
        try {
          band = within == 0 ? in.band(y / in.bandRows()) : band;
        } catch (ExrException e) {
          throw new UnreadableImageException(e.getMessage(), e);
        }
        int line = width() * channels();
        System.arraycopy(band, within * line, row, 0, line);
        y++;
      }

      @Override
      public void close() throws IOException {
        in.close();
      }
    };
  }

  static Rows hdr(Path file, ImageInfo info) throws IOException {
    HdrLines in = HdrLines.open(file, info);
    return new Sized(info.width(), info.height(), 3, Depth.F32) {
      @Override
      public void next(float[] row) throws IOException {
        in.next(row, 0);
      }

      @Override
      public void close() throws IOException {
        in.close();
      }
    };
  }
}
