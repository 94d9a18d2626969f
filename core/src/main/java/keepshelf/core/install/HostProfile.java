package keepshelf.core.install;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import keepshelf.core.store.Json;

/**
 * The conventions of a host.
 *
 * @param id stable identifier
 * @param name name for people
 * @param about a few words
 * @param format the document format it reads
 * @param surface the surface model of its documents
 * @param handedness of the normal maps it expects: {@code gl} or {@code dx}
 * @param occlusion what becomes of occlusion: {@code leave-out}
 * @param unit its unit of length
 * @param unitsPerMetre how many of it make a metre
 * @param fileFormats picture formats it reads, the first is used for conversions
 * @param signs short words for the fitting table
 * @param reader main class of the program that reads an installation back
 */
public record HostProfile(
    String id,
    String name,
    String about,
    String format,
    String surface,
    String handedness,
    String occlusion,
    String unit,
    double unitsPerMetre,
    List<String> fileFormats,
    List<String> signs,
    String reader) {
  private static final List<String> SHIPPED = List.of("lanternhouse");

  /** Copies the lists. */
  public HostProfile {
    fileFormats = List.copyOf(fileFormats);
    signs = List.copyOf(signs);
  }

  /** The profiles that come with the program. */
  public static List<HostProfile> shipped() {
    List<HostProfile> out = new ArrayList<>();
    for (String id : SHIPPED) {
      try (InputStream in = HostProfile.class.getResourceAsStream(id + ".json")) {
        out.add(Json.mapper().readValue(in.readAllBytes(), HostProfile.class));
      } catch (IOException e) {
        throw new UncheckedIOException(e);
      }
    }
    return out;
  }

  /** The shipped profile with this identifier, whatever the case. */
  public static Optional<HostProfile> find(String id) {
    return shipped().stream().filter(p -> p.id().equalsIgnoreCase(id)).findFirst();
  }
}
