package keepshelf.core.report;

import com.openhtmltopdf.extend.FSSupplier;
import com.openhtmltopdf.outputdevice.helper.BaseRendererBuilder.FontStyle;
import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import com.openhtmltopdf.util.XRLog;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;

/** A report as PDF, set from its page. */
final class PdfReport {
  static {
    XRLog.setLoggingEnabled(false);
  }

  private PdfReport() {}

  /**
   * Writes it.
   *
   * @param page XHTML, UTF-8
   */
  static void write(byte[] page, OutputStream out) throws IOException {
    PdfRendererBuilder b = new PdfRendererBuilder();
    b.withHtmlContent(new String(page, StandardCharsets.UTF_8), null);
    b.useFont(font("HankenGrotesk-Regular"), "Hanken Grotesk", 400, FontStyle.NORMAL, true);
    b.useFont(font("HankenGrotesk-SemiBold"), "Hanken Grotesk", 600, FontStyle.NORMAL, true);
    b.useFont(font("Bitter-Bold"), "Bitter", 700, FontStyle.NORMAL, true);
    b.useFont(font("JetBrainsMono-Regular"), "JetBrains Mono", 400, FontStyle.NORMAL, true);
    // A page names nothing outside of itself; should it, nothing is fetched.
    b.useUriResolver((base, uri) -> uri != null && uri.startsWith("data:") ? uri : null);
    b.toStream(out);
    b.run();
  }

  private static FSSupplier<InputStream> font(String name) {
    return () -> PdfReport.class.getResourceAsStream("/keepshelf/core/fonts/" + name + ".ttf");
  }
}
