package keepshelf.core.making;

import java.io.IOException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.Marks;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.kin.Kinship;
import keepshelf.core.catalogue.made.EnsemblePart;
import keepshelf.core.catalogue.setup.Setup;
import keepshelf.core.folder.ShelfFolder;
import keepshelf.core.format.EnsembleObject;
import keepshelf.core.intake.Filing;
import keepshelf.core.intake.FilingStep;
import keepshelf.core.intake.OwnPack;
import keepshelf.core.json.Json;
import keepshelf.core.licensing.Licences;
import keepshelf.core.model.ItemKind;
import keepshelf.core.model.Workflow;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.versions.Newest;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;

/**
 * Puts several items together as named parts of one thing. An ensemble is an item in a pack of its
 * own; when it is changed, a newer version of it stands beside the former one.
 */
public final class Ensembles {
  private static final int LONGEST_NAME = 40;

  private final ShelfFolder shelf;
  private final Catalogue catalogue;
  private final Licences licences;
  private final FilingStep.Listener listener;

  Ensembles(
      ShelfFolder shelf, Catalogue catalogue, Licences licences, FilingStep.Listener listener) {
    this.shelf = shelf;
    this.catalogue = catalogue;
    this.licences = licences;
    this.listener = listener;
  }

  /**
   * What a part is to be.
   *
   * @param name of the part
   * @param item it is made of
   * @param finish name of one of the item's finishes, or null
   */
  public record Wish(String name, ShelvedItem item, @Nullable String finish) {}

  /**
   * What would be put together.
   *
   * @param name for people
   * @param parts in order
   * @param before the ensemble that this is the next version of, or null
   * @param version of it, from 1
   * @param licence that follows from those of all parts
   */
  public record Draft(
      String name,
      List<EnsemblePart> parts,
      ShelvedItem before,
      String version,
      DerivedLicence licence) {
    /** Copies the parts. */
    public Draft {
      parts = List.copyOf(parts);
    }
  }

  /** Why an item cannot be a part; empty when it can. */
  public static Optional<Problem> cannot(ShelvedItem s) {
    boolean surface = Setup.of(s.item().kind(), s.item().roles()).contains(Setup.SURFACE);
    return surface
        ? Optional.empty()
        : Optional.of(
            Problem.error(
                "no-surface",
                s.item().key(),
                Phrase.of("ensembles.no-surface-cannot-part-choose", s.item().name())));
  }

  /**
   * What would be put together; changes nothing.
   *
   * @param before the ensemble that it takes the place of, or null for a new one
   * @throws ShelfException when it cannot be: a part has no name or that of another, is no surface,
   *     lacks its finish, or may not be changed
   */
  public Draft plan(String name, List<Wish> wishes, ShelvedItem before) throws ShelfException {
    String called = name == null ? "" : name.strip();
    if (called.isEmpty()) {
      throw wrong(Words.of("ensembles.give-ensemble-name"));
    }
    if (wishes.size() < 2 || wishes.size() > EnsembleObject.MOST_PARTS) {
      throw wrong(
          Words.of(
              "ensembles.ensemble-has-two-parts-given", EnsembleObject.MOST_PARTS, wishes.size()));
    }
    Set<String> taken = new HashSet<>();
    List<EnsemblePart> parts = new ArrayList<>();
    List<ShelvedItem> all = new ArrayList<>();
    List<ShelvedItem> changed = new ArrayList<>();
    for (Wish w : wishes) {
      String part = w.name() == null ? "" : w.name().strip();
      if (part.isEmpty() || part.length() > LONGEST_NAME) {
        throw wrong(Words.of("ensembles.part-has-name-one-letters", LONGEST_NAME));
      }
      if (!taken.add(part.toLowerCase(Locale.ROOT))) {
        throw wrong(Words.of("ensembles.two-parts-called-give-each", part));
      }
      Optional<Problem> why = cannot(w.item());
      if (why.isPresent()) {
        throw new ShelfException(why.get());
      }
      String finish = w.finish() == null ? null : finish(w);
      ShelvedItem s = w.item();
      parts.add(new EnsemblePart(part, s.item().id(), finish, s.item().name(), s.pack().version()));
      all.add(s);
      if (finish != null) {
        changed.add(s);
      }
    }
    DerivedLicence licence = DerivedLicence.of(all, changed, licences);
    Making.refuseForbidden(licence);
    return new Draft(
        called, parts, before, before == null ? "1" : NewItem.nextVersion(before), licence);
  }

  private static ShelfException wrong(String message) {
    return new ShelfException(Problem.error("use", null, message));
  }

  private static String finish(Wish w) throws ShelfException {
    return w.item()
        .item()
        .marks()
        .finish(Objects.requireNonNull(w.finish()))
        .orElseThrow(() ->
            new ShelfException(
                Problem.error(
                    "no-such-finish",
                    w.item().item().key(),
                    Phrase.of(
                        "ensembles.has-no-finish-save-one", w.item().item().name(), w.finish()))))
        .name();
  }

  /** The parts as they are, to be changed; those whose item is gone are left out. */
  public List<Wish> wishes(ShelvedItem ensemble) {
    List<Wish> out = new ArrayList<>();
    for (EnsemblePart p : ensemble.item().parts()) {
      catalogue.item(p.item()).ifPresent(s -> out.add(new Wish(p.name(), s, p.finish())));
    }
    return out;
  }

  /**
   * A part that is not what it could be.
   *
   * @param part as it stands in the ensemble
   * @param newer version of its item that is on the shelf, or null when the item is gone
   */
  public record Outdated(EnsemblePart part, @Nullable ShelvedItem newer) {
    /** What is to be said about it. */
    public String said() {
      if (newer == null) {
        return Words.of("ensembles.part-made-which-not-shelf", part.name(), part.called());
      }
      String version = newer.pack().version();
      return Words.of(
          "ensembles.version-part-shelf-renew-ensemble",
          version == null ? "of " + newer.pack().takenIn() : version,
          part.called(),
          part.name());
    }
  }

  /** The parts whose item is gone, or that a newer version of is on the shelf. */
  public List<Outdated> outdated(ShelvedItem ensemble) {
    Newest newest = new Newest(catalogue);
    List<Outdated> out = new ArrayList<>();
    for (EnsemblePart p : ensemble.item().parts()) {
      ShelvedItem item = catalogue.item(p.item()).orElse(null);
      if (item == null) {
        out.add(new Outdated(p, null));
      } else {
        newest.of(item).ifPresent(n -> out.add(new Outdated(p, n)));
      }
    }
    return out;
  }

  /** The parts of an ensemble, each of the newest version of its item. */
  public List<Wish> renewed(ShelvedItem ensemble) {
    return wishes(ensemble).stream().map(this::renewed).toList();
  }

  /** A part of the newest version of its item; with its finish, where that has it. */
  public Wish renewed(Wish w) {
    ShelvedItem now = new Newest(catalogue).of(w.item()).orElse(w.item());
    boolean has = w.finish() != null && now.item().marks().finish(w.finish()).isPresent();
    return new Wish(w.name(), now, has ? w.finish() : null);
  }

  /** How an ensemble is written beside its record, for people and for other programs. */
  private record Written(String format, String name, String version, List<EnsemblePart> parts) {}

  /**
   * Puts it on the shelf. What a person had put on the former version is carried over, but for the
   * projects that use that one.
   *
   * @throws ShelfException when nothing was changed
   */
  public Making.Made file(Draft d) throws ShelfException {
    String key = d.before() == null ? NewItem.key(d.name()) : d.before().item().key();
    try (OwnPack own = OwnPack.begin(shelf, catalogue, listener)) {
      own.document(
          key + ".ensemble.json",
          Json.pretty(new Written("keepshelf-ensemble-1", d.name(), d.version(), d.parts())));
      if (d.licence().combined()) {
        licences.put(Objects.requireNonNull(d.licence().licence()));
      }
      Kinship kin =
          d.before() == null
              ? null
              : new Kinship(d.before().pack().id(), Kinship.Relation.NEWER_VERSION);
      Marks marks =
          d.before() == null ? Marks.NONE : d.before().item().marks().withProjects(List.of());
      Filing.Filed filed =
          own.file(
              new OwnPack.Heading(
                  d.name(), d.licence().credits(), d.licence().id(), d.version(), kin),
              pack -> List.of(item(pack, key, d).marked(marks)));
      String id = filed.pack().items().getFirst().id();
      ShelvedItem now = catalogue.item(id).orElseThrow();
      return new Making.Made(
          now,
          List.of(),
          filed.alreadyThere() ? null : filed.pack().id(),
          List.of(),
          d.licence().said());
    } catch (IOException e) {
      throw ShelfException.ofDisk(d.name(), Words.of("ensembles.putting-together", d.name()), e);
    }
  }

  private static ItemRecord item(String pack, String key, Draft d) {
    return new ItemRecord(
            OwnPack.itemId(pack, key),
            key,
            d.name(),
            ItemKind.ENSEMBLE,
            Workflow.UNKNOWN,
            null,
            null,
            List.of(),
            List.of())
        .of(d.parts());
  }
}
