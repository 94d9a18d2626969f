package keepshelf.core.install.profile;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.ServiceLoader;
import keepshelf.core.format.DocumentFormat;

/** The document formats that profiles can name: all that are entered as services. */
public final class DocumentFormats {
  private static final List<DocumentFormat> ALL =
      ServiceLoader.load(DocumentFormat.class, DocumentFormat.class.getClassLoader()).stream()
          .map(ServiceLoader.Provider::get)
          .sorted(Comparator.comparing(DocumentFormat::id))
          .toList();

  private DocumentFormats() {}

  /** All of them, by identifier. */
  public static List<DocumentFormat> all() {
    return ALL;
  }

  /** The one with this identifier. */
  public static Optional<DocumentFormat> ofId(String id) {
    return ALL.stream().filter(f -> f.id().equals(id)).findFirst();
  }
}
