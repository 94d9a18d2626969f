package keepshelf.core.install.prove;

import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CompletionException;
import keepshelf.core.catalogue.setup.Setup;
import keepshelf.core.format.SurfaceDocument.Use;
import keepshelf.core.install.plan.InstallPlan;
import keepshelf.core.install.plan.PlannedMap;
import keepshelf.core.words.Words;
import org.slf4j.LoggerFactory;

/**
 * What a host should find of the maps of a plan, worked out while the host's reader, a process of
 * its own, still reads. Copies are told by their hashes, so nothing is worked out of them before
 * somebody asks.
 */
final class Meant {
  private record Asked(PlannedMap map, Use use) {}

  private final InstallPlan plan;
  private final Copies copies;
  private final Map<Asked, CompletableFuture<ExpectedMap>> maps = new LinkedHashMap<>();

  private final CompletableFuture<Void> slopes = new CompletableFuture<>();

  private Meant(InstallPlan plan, Copies copies) {
    this.plan = plan;
    this.copies = copies;
  }

  /** Begins to work out everything but copies, one map after the other. */
  static Meant of(InstallPlan plan, Copies copies) {
    Meant m = new Meant(plan, copies);
    for (PlannedMap map : plan.maps()) {
      if (copies.has(map)) {
        continue;
      }
      m.maps.put(new Asked(map, map.use()), new CompletableFuture<>());
      if (!map.also().isEmpty()) {
        m.maps.put(new Asked(map, Use.GREY), new CompletableFuture<>());
      }
    }
    Thread.ofPlatform().daemon().name("meant").start(m::run);
    return m;
  }

  private void run() {
    maps.forEach((asked, to) -> {
      try {
        to.complete(ExpectedMap.of(asked.map(), asked.use(), plan.of(asked.map())));
      } catch (IOException | RuntimeException | OutOfMemoryError e) {
        to.completeExceptionally(e);
      }
    });
    try {
      for (int i = 0; plan.as() != Setup.LIGHT && i < Math.max(1, plan.surfaces().size()); i++) {
        LitSlopes.expect(plan.ofSurface(i), i, copies);
      }
    } catch (IOException | RuntimeException | OutOfMemoryError e) {
      // It will fail once more when it is compared, and be said there.
      LoggerFactory.getLogger(Meant.class).debug("relief not known", e);
    } finally {
      slopes.complete(null);
    }
  }

  /** Waits until what relief should look like is known, as far as it can be. */
  void awaitSlopes() {
    slopes.join();
  }

  /**
   * What a map should be as {@code use}, once it is known.
   *
   * @throws IOException when an original cannot be read
   */
  ExpectedMap map(PlannedMap map, Use use) throws IOException {
    CompletableFuture<ExpectedMap> coming = maps.get(new Asked(map, use));
    try {
      return coming == null ? ExpectedMap.of(map, use, plan.of(map)) : coming.join();
    } catch (OutOfMemoryError e) {
      throw new IOException(Words.of("meant.there-not-enough-memory"), e);
    } catch (CompletionException e) {
      if (e.getCause() instanceof IOException io) {
        throw io;
      }
      if (e.getCause() instanceof OutOfMemoryError memory) {
        throw new IOException(Words.of("meant.there-not-enough-memory"), memory);
      }
      throw e;
    }
  }
}
