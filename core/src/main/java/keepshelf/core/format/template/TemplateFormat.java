package keepshelf.core.format.template;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.Optional;
import keepshelf.core.format.BodyInputs;
import keepshelf.core.format.DocumentFormat;
import keepshelf.core.format.Scene;
import keepshelf.core.format.SurfaceDocument.Opacity;
import keepshelf.core.format.SurfaceValues;
import org.jspecify.annotations.Nullable;

/** A host's own text, written by filling in a template. */
public final class TemplateFormat implements DocumentFormat {
  @Override
  public String id() {
    return "template";
  }

  @Override
  public @Nullable String ending() {
    return null;
  }

  @Override
  public boolean holdsShapes() {
    return false;
  }

  @Override
  public Turns turns() {
    return Turns.ANY;
  }

  @Override
  public boolean panels() {
    return true;
  }

  @Override
  public Optional<BodyInputs> body(String surface) {
    return Optional.empty();
  }

  @Override
  public void usual(SurfaceValues values, String surface, Opacity opacity) {
    // A template says itself what its inputs have.
  }

  @Override
  public Map<String, byte[]> write(Scene scene, Sheet sheet) throws IOException {
    String text = TemplateWriter.write(sheet.template().read(), sheet.facts().get());
    return Map.of(sheet.stem() + "." + sheet.extension(), text.getBytes(StandardCharsets.UTF_8));
  }
}
