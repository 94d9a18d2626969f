package keepshelf.imaging.io;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.FloatBuffer;
import java.nio.file.Path;
import keepshelf.imaging.exr.ExrException;
import keepshelf.imaging.exr.ExrFacts;
import keepshelf.imaging.exr.ExrReader;
import keepshelf.imaging.pixel.Pixels;
import keepshelf.imaging.pixel.UnreadableImageException;
import org.lwjgl.PointerBuffer;
import org.lwjgl.system.MemoryStack;
import org.lwjgl.system.MemoryUtil;
import org.lwjgl.system.libc.LibCStdlib;
import org.lwjgl.util.tinyexr.TinyEXR;

/**
 * OpenEXR pixels: linear floats, 1, 3 or 4 channels. Plain files go through the tinyexr codec,
 * which is native; what it does not read (several parts, lossy compressions, layers) through our
 * reader.
 */
final class ExrDecoder {
  private ExrDecoder() {}

  static Pixels decode(Path file, ImageInfo info) throws IOException {
    try {
      return ExrFacts.of(file).plain() ? plain(file, info) : ExrReader.read(file);
    } catch (ExrException e) {
      throw new UnreadableImageException(e.getMessage(), e);
    }
  }

  private static Pixels plain(Path file, ImageInfo info) throws IOException {
    try (MemoryStack stack = MemoryStack.stackPush()) {
      PointerBuffer out = stack.callocPointer(1);
      var w = stack.callocInt(1);
      var h = stack.callocInt(1);
      PointerBuffer error = stack.callocPointer(1);
      ByteBuffer name = MemoryUtil.memUTF8(file.toString());
      int result;
      try {
        // The typed method takes no null, by which the codec means the first layer.
        result =
            TinyEXR.nLoadEXRWithLayer(
                MemoryUtil.memAddress(out),
                MemoryUtil.memAddress(w),
                MemoryUtil.memAddress(h),
                MemoryUtil.memAddress(name),
                MemoryUtil.NULL,
                MemoryUtil.memAddress(error));
      } finally {
        MemoryUtil.memFree(name);
      }
      if (result != TinyEXR.TINYEXR_SUCCESS) {
        String why = error.get(0) == 0 ? "code " + result : MemoryUtil.memUTF8(error.get(0));
        throw new UnreadableImageException("its pixels cannot be decoded (" + why + ")");
      }
      try {
        return copied(out.get(0), w.get(0), h.get(0), info.channels());
      } finally {
        LibCStdlib.nfree(out.get(0));
      }
    } catch (UnsatisfiedLinkError | ExceptionInInitializerError | NoClassDefFoundError e) {
      throw new UnreadableImageException("the EXR codec does not run on this machine", e);
    }
  }

  /** The codec always gives four channels; only those that the file has are kept. */
  private static Pixels copied(long address, int w, int h, int channels) {
    int count = w * h;
    FloatBuffer rgba = MemoryUtil.memFloatBuffer(address, count * 4);
    float[] samples = new float[count * channels];
    for (int i = 0; i < count; i++) {
      for (int c = 0; c < channels; c++) {
        samples[i * channels + c] = rgba.get(i * 4 + c);
      }
    }
    return Pixels.f32(w, h, channels, samples);
  }
}
