package keepshelf.core.report;

import com.openhtmltopdf.extend.FSSupplier;
import com.openhtmltopdf.outputdevice.helper.BaseRendererBuilder.FontStyle;
import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import com.openhtmltopdf.util.XRLog;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.Set;

/** A report as PDF, set from its page. */
final class PdfReport {
  static {
    XRLog.setLoggingEnabled(false);
  }

  /** The family of the page's style sheet that stands behind the shipped ones. */
  private static final String MORE = "More letters";

  private PdfReport() {}

  /**
   * Writes it.
   *
   * @param page XHTML, UTF-8
   */
  static void write(byte[] page, OutputStream out) throws IOException {
    PdfRendererBuilder b = new PdfRendererBuilder();
    String html = new String(page, StandardCharsets.UTF_8);
    b.withHtmlContent(html, null);
    b.useFont(font("HankenGrotesk-Regular"), "Hanken Grotesk", 400, FontStyle.NORMAL, true);
    b.useFont(font("HankenGrotesk-SemiBold"), "Hanken Grotesk", 600, FontStyle.NORMAL, true);
    b.useFont(font("Bitter-Bold"), "Bitter", 700, FontStyle.NORMAL, true);
    b.useFont(font("JetBrainsMono-Regular"), "JetBrains Mono", 400, FontStyle.NORMAL, true);
    Set<Integer> missing = MoreLetters.missing(html, font("HankenGrotesk-Regular").supply());
    if (!missing.isEmpty()) {
      MoreLetters.having(missing, MoreLetters.FOLDERS)
          .ifPresent(f -> {
            b.useFont(f.toFile(), MORE, 400, FontStyle.NORMAL, true);
            b.useFont(f.toFile(), MORE, 600, FontStyle.NORMAL, true);
            b.useFont(f.toFile(), MORE, 700, FontStyle.NORMAL, true);
          });
    }
    // A page names nothing outside of itself; should it, nothing is fetched.
    b.useUriResolver((base, uri) -> uri != null && uri.startsWith("data:") ? uri : null);
    b.toStream(out);
    b.run();
  }

  private static FSSupplier<InputStream> font(String name) {
    return () -> PdfReport.class.getResourceAsStream("/keepshelf/core/fonts/" + name + ".ttf");
  }
}
