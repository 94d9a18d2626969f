package keepshelf.core.install.plan;

import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.MapRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.catalogue.setup.InstallOptions;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.catalogue.setup.InstallationRecord.LeftOut;
import keepshelf.core.catalogue.setup.Overlay;
import keepshelf.core.catalogue.setup.Setup;
import keepshelf.core.disk.DiskTrouble;
import keepshelf.core.disk.Hashes;
import keepshelf.core.finish.OverlayMaps;
import keepshelf.core.finish.Overlays;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.format.Placement;
import keepshelf.core.format.SurfaceDocument.Opacity;
import keepshelf.core.format.SurfaceDocument.Use;
import keepshelf.core.install.folder.InstallFolder;
import keepshelf.core.install.measure.Adjusting;
import keepshelf.core.install.measure.HeightScale;
import keepshelf.core.install.measure.MapSources;
import keepshelf.core.install.measure.NormalStates;
import keepshelf.core.install.measure.Relief;
import keepshelf.core.install.profile.Abilities;
import keepshelf.core.install.profile.HostProfile;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;
import keepshelf.imaging.analyse.NormalHealth;
import keepshelf.imaging.convert.Vectors;
import keepshelf.imaging.io.ImageDecoder;
import org.jspecify.annotations.Nullable;

/** Makes the plan of one installation. */
public final class PlanMaker {
  private final ShelfFolder shelf;
  private final Catalogue catalogue;
  private final ShelvedItem item;
  private final HostRecord host;
  private final InstallOptions options;
  private final HostProfile profile;
  private final List<String> surfaces = new ArrayList<>();
  private final List<PlannedMap> maps = new ArrayList<>();
  private final List<LeftOut> leftOut = new ArrayList<>();
  private final List<String> remarks = new ArrayList<>();
  private Adjusting adjusting = Adjusting.NONE;
  private @Nullable Share share;

  /** The maker of one plan. */
  public PlanMaker(
      ShelfFolder shelf,
      Catalogue catalogue,
      ShelvedItem item,
      HostRecord host,
      InstallOptions options)
      throws ShelfException {
    this.shelf = shelf;
    this.catalogue = catalogue;
    this.item = item;
    this.host = host;
    this.options = options;
    this.profile =
        HostProfile.named(host.profile())
            .orElseThrow(() ->
                new ShelfException(
                    Problem.error(
                        "no-profile",
                        host.name(),
                        Phrase.of(
                            "planMaker.host-uses-profile-which-not",
                            host.name(),
                            host.profile()))));
  }

  /**
   * The plan.
   *
   * @param takesOver an installation of another version of the item whose place it takes, or null
   */
  public InstallPlan plan(@Nullable InstallationRecord takesOver) throws ShelfException {
    ItemRecord i = item.item();
    Optional<String> why = Abilities.cannot(profile, i.kind(), i.roles());
    if (why.isPresent()) {
      throw cannotTake(why.get());
    }
    Setup as = setup();
    String used = WishedSize.of(i, options);
    boolean inTiles = as == Setup.SURFACE || as == Setup.RELIEF_FLOOR || as == Setup.PLANE;
    Laying laying = new Laying(i, profile, options, remarks);
    Placement placement = inTiles ? laying.placement(as, i.mapsAt(used)) : Placement.WHOLE;
    boolean turns = as == Setup.SURFACE || as == Setup.RELIEF_FLOOR;
    List<OverlayMaps.Found> overlays = as == Setup.LIGHT ? List.of() : overlays(placement);
    adjusting = new Adjusting(options.finish(), turns ? placement.turnDegrees() : 0, overlays, i);
    String stem = share == null ? profile.files().stem(item) : share.stem();
    ModelPlan model = null;
    LightPlan light = null;
    EnsemblePlan ensemble = null;
    switch (as) {
      case LIGHT -> {
        light = LightPlan.of(shelf, item, profile, options, used, stem, maps, remarks);
        if (light == null) {
          throw cannotTake(Words.of("planMaker.has-no-panorama-can-read"));
        }
      }
      case MODEL -> {
        model = ModelPlan.of(shelf, catalogue, item, profile, options, remarks);
        Set<String> taken = new HashSet<>();
        for (ModelPlan.Slot s : model.slots()) {
          MapSources sources = sources(at(s.maps(), used));
          surface(s.name(), sources, slotStem(stem, s.name(), model.slots().size(), taken));
        }
      }
      case ENSEMBLE -> {
        Set<String> taken = new HashSet<>();
        ensemble =
            EnsemblePlan.of(
                shelf,
                catalogue,
                item,
                host,
                options,
                part -> slotStem(stem, part, i.parts().size(), taken));
        ensemble.parts().forEach(this::add);
      }
      default -> {
        surface(i.name(), sources(i.mapsAt(used)), stem);
        if (maps.isEmpty()) {
          throw cannotTake(Words.of("planMaker.none-maps-has-place-hosts"));
        }
      }
    }
    List<InstallPlan> parts = ensemble == null ? List.of() : ensemble.parts();
    if (parts.isEmpty()) {
      remarks.addAll(new Losses(shelf, item, profile, options.finish()).of(as, maps, used));
      new BreakingUp(shelf, item, profile).said(options, as, maps).ifPresent(remarks::add);
    }
    double tile = placement.tileMetres();
    boolean raised =
        as == Setup.RELIEF_FLOOR
            || parts.isEmpty()
                && maps.stream()
                    .anyMatch(m ->
                        m.use() == Use.DISPLACEMENT
                            || m.use() == Use.BUMP
                            || m.conversions().contains(Conversion.HEIGHT_TO_NORMAL));
    OptionalDouble relief =
        raised
            ? Relief.known(
                shelf, catalogue.pictures()::agreement, item, options.finish(), used, tile)
            : OptionalDouble.empty();
    String id = "n" + Hashes.sha256(i.id() + "@" + host.name()).substring(0, 12);
    InstallationRecord before =
        takesOver != null ? takesOver : catalogue.installation(id).orElse(null);
    Path folder = InstallFolder.of(host, profile, item, used, id, before);
    return new InstallPlan(
        id,
        item,
        host,
        profile,
        ensemble == null ? options : options.withParts(ensemble.finishes()),
        overlays,
        as,
        used,
        folder,
        before != null && !profile.onePackage()
            ? profile.documentName(InstallFolder.stemOf(before, stem))
            : profile.documentName(stem),
        share == null ? surfaces : share.names(),
        maps,
        leftOut,
        remarks,
        placement,
        !inTiles || laying.tile().isPresent(),
        raised ? relief.orElse(Relief.assumed(tile)) : 0,
        relief.isPresent(),
        as == Setup.RELIEF_FLOOR ? floorMiddle(used) : middle(),
        parts.isEmpty()
            ? SeenThrough.of(profile, maps, adjusting.cuts() ? options.finish() : null, remarks)
            : Opacity.OPAQUE,
        model == null ? null : model.file(),
        as == Setup.RELIEF_FLOOR ? heights(used) : null,
        light == null ? null : light.sun(),
        light == null ? 0 : light.horizonDegrees(),
        before,
        parts.stream().map(p -> p.in(folder)).toList());
  }

  /** What the finish lays over the maps; said where it cannot be as it was asked for. */
  private List<OverlayMaps.Found> overlays(Placement placement) {
    if (options.finish() == null) {
      return List.of();
    }
    OverlayMaps maps = new OverlayMaps(shelf, catalogue);
    Overlays laying = new Overlays(placement.tileMetres(), placement.tileHeightMetres());
    List<OverlayMaps.Found> out = new ArrayList<>();
    for (Overlay o : options.finish().laid()) {
      Optional<OverlayMaps.Found> found = maps.find(o);
      if (found.isEmpty()) {
        remarks.add(Words.of("planMaker.finish-lays-over-which-not", o.item()));
        continue;
      }
      out.add(found.get());
      double wished = found.get().tileMetres();
      double laid = placement.tileMetres() / laying.laying(found.get()).across();
      if (o.turnDegrees() % 180 == 0 && Math.abs(laid - wished) > 0.02 * wished) {
        remarks.add(
            Words.of(
                "planMaker.laid-over-tiles-instead-that",
                found.get().item().item().name(),
                laid,
                wished));
      }
    }
    return out;
  }

  /**
   * What a part of an ensemble has of the whole.
   *
   * @param number of its surface
   * @param names of all parts
   * @param stem what the names of its files begin with
   */
  record Share(int number, List<String> names, String stem) {}

  /** The plan of a part of an ensemble; its folder is still to be said. */
  InstallPlan part(Share of) throws ShelfException {
    share = of;
    return plan(null);
  }

  private void add(InstallPlan part) {
    int number = surfaces.size();
    String name = item.item().parts().get(number).name();
    surfaces.add(name);
    maps.addAll(part.maps());
    part.leftOut().forEach(l -> leftOut.add(new LeftOut(l.role(), name + ": " + l.reason())));
    part.remarks().forEach(r -> remarks.add(name + ": " + r));
  }

  /** The maps that can be used; those that cannot are left out and named. */
  private MapSources sources(List<MapRecord> of) throws ShelfException {
    MapSources sources = new MapSources(of, item.item().kind());
    for (MapRole role : List.copyOf(sources.roles())) {
      for (MapSources.Source s : List.copyOf(sources.all(role))) {
        String why = unusable(role, s.map());
        if (why != null) {
          sources.remove(role, s);
          leftOut.add(new LeftOut(role, why));
        }
      }
    }
    refuseTiles(sources);
    return sources;
  }

  private @Nullable String unusable(MapRole role, MapRecord m) {
    Path file = shelf.resolve(item.path(m));
    try {
      Optional<String> trouble = ImageDecoder.trouble(file);
      if (trouble.isPresent()) {
        return Words.of("planMaker.file-cannot-used", trouble.get());
      }
    } catch (IOException e) {
      return DiskTrouble.sentence(e, Words.of("doing.reading", m.path()));
    }
    if (role != MapRole.NORMAL) {
      return null;
    }
    NormalHealth.State state = NormalStates.of(item.item(), m, file);
    if (!Vectors.mendable(state)) {
      return Words.of("planMaker.vectors-those-object-which-only");
    }
    if (NormalStates.needsMending(state) && !remarks.contains(NormalStates.said(state))) {
      remarks.add(NormalStates.said(state));
    }
    return null;
  }

  /** Where the surface lies between black and white of the height that is used. */
  private double middle() {
    return maps.stream()
        .filter(m -> m.use() == Use.DISPLACEMENT || m.use() == Use.BUMP)
        .findFirst()
        .filter(m -> m.conversions().contains(Conversion.LEVEL_HEIGHT))
        .map(m -> HeightScale.of(m.source(), m.from()).middleShare())
        .orElse(HeightScale.SHARES.middleShare());
  }

  private void refuseTiles(MapSources sources) throws ShelfException {
    if (sources.tiled() && !profile.tiles()) {
      throw cannotTake(Words.of("planMaker.comes-udim-tiles-which-host"));
    }
  }

  /** What the names of a slot's files begin with; no two alike, whatever the slots are called. */
  private String slotStem(String stem, String slot, int slots, Set<String> taken) {
    if (slots == 1) {
      return stem;
    }
    String clean = profile.files().clean(slot);
    String name = stem + "_" + (clean.isEmpty() ? "slot" : clean);
    String free = name;
    for (int n = 2; !taken.add(free.toLowerCase(Locale.ROOT)); n++) {
      free = name + "_" + n;
    }
    return free;
  }

  private void surface(String name, MapSources sources, String stem) {
    int number = share == null ? surfaces.size() : share.number();
    Planner p = new Planner(shelf, item, sources, profile, number, stem, adjusting);
    p.plan();
    surfaces.add(name);
    maps.addAll(p.maps());
    for (LeftOut l : p.leftOut()) {
      if (!leftOut.contains(l)) {
        leftOut.add(l);
      }
    }
  }

  /** Of maps that belong together those at a resolution. */
  private List<MapRecord> at(List<MapRecord> all, @Nullable String resolution) {
    return item.item().withMaps(all, List.of()).mapsAt(resolution);
  }

  private Optional<MapRecord> heightMap(@Nullable String resolution) {
    return item.item().mapsAt(resolution).stream()
        .filter(m -> m.role() == MapRole.HEIGHT || m.role() == MapRole.BUMP)
        .findFirst();
  }

  private @Nullable Path heights(@Nullable String resolution) {
    return heightMap(resolution).map(m -> shelf.resolve(item.path(m))).orElse(null);
  }

  private double floorMiddle(@Nullable String resolution) {
    return heightMap(resolution)
        .map(m -> HeightScale.of(m, shelf.resolve(item.path(m))))
        .orElse(HeightScale.SHARES)
        .middleShare();
  }

  private Setup setup() throws ShelfException {
    List<Setup> can = Setup.of(item.item().kind(), item.item().roles());
    if (options.as() == null) {
      return can.getFirst();
    }
    if (!can.contains(options.as())) {
      throw new ShelfException(
          Problem.error(
              "cannot-be-that",
              item.item().key(),
              Phrase.of(
                  "planMaker.cannot-set-up-can",
                  item.item().name(),
                  options.as().id(),
                  String.join(", ", can.stream().map(Setup::id).toList()))));
    }
    return options.as();
  }

  private ShelfException cannotTake(String why) {
    return new ShelfException(
        Problem.error(
            "cannot-take",
            item.item().key(),
            Phrase.of("planMaker.cannot-take", host.name(), item.item().name(), why)));
  }
}
