package keepshelf.desktop;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import keepshelf.core.Shelf;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.catalogue.setup.Finish;
import keepshelf.core.edit.Field;
import keepshelf.core.finish.FinishSetting;
import keepshelf.core.licensing.Answer;
import keepshelf.core.licensing.Licence;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.projects.Project;

/** What the freelancer of the scenario has noted on the demo's shelf. */
final class DemoRecords {
  private record Note(String key, Map<Field, String> fields) {}

  private static final List<Note> NOTES =
      List.of(
          new Note(
              "verdigris_copper",
              Map.of(
                  Field.COLLECTIONS, "Lamp room",
                  Field.PROJECTS, "Skerry Light visitor film, Tideline",
                  Field.TAGS, "metal, roof, salt",
                  Field.FAVOURITE, "yes",
                  Field.NOTES, "Dome and gutter. Best under overcast light.",
                  Field.BOUGHT, "2026-03-03",
                  Field.PRICE, "18 €",
                  Field.ORDER, "BW-2217")),
          new Note(
              "tarred_rope",
              Map.of(
                  Field.COLLECTIONS, "Harbour wall, Boathouse",
                  Field.PROJECTS, "Tideline",
                  Field.TAGS, "rope, wet")),
          new Note(
              "net_mesh",
              Map.of(
                  Field.COLLECTIONS, "Boathouse",
                  Field.PROJECTS, "Tideline, Harbour Museum panels",
                  Field.TAGS, "rope, cut-out")),
          new Note(
              "cork_float",
              Map.of(
                  Field.COLLECTIONS, "Boathouse",
                  Field.PROJECTS, "Harbour Museum panels",
                  Field.TAGS, "float")),
          new Note(
              "slate_shingle",
              Map.of(
                  Field.COLLECTIONS, "Keeper's room",
                  Field.PROJECTS, "Skerry Light visitor film",
                  Field.TAGS, "roof, wet",
                  Field.FAVOURITE, "yes")),
          new Note(
              "barnacle_crust",
              Map.of(
                  Field.COLLECTIONS, "Harbour wall",
                  Field.PROJECTS, "Tideline",
                  Field.TAGS, "salt, wet")),
          new Note(
              "limewash_plaster",
              Map.of(
                  Field.COLLECTIONS, "Keeper's room",
                  Field.PROJECTS, "Skerry Light visitor film")));

  private DemoRecords() {}

  private static void finish(Shelf shelf, String key, String name, String... settings)
      throws ShelfException {
    Finish f = Finish.named(name);
    for (String s : settings) {
      String[] part = s.split("=", 2);
      f = FinishSetting.ofId(part[0]).orElseThrow().write(f, part[1]);
    }
    Finish made = f;
    for (ShelvedItem s : shelf.catalogue().find(key)) {
      shelf.editing().mark(List.of(s.item().id()), "Adding a finish", m -> m.withFinish(made));
    }
  }

  private static void use(Shelf shelf, String project, String... keys) throws ShelfException {
    List<ShelvedItem> items = new ArrayList<>();
    for (String k : keys) {
      shelf.catalogue().find(k).stream().findFirst().ifPresent(items::add);
    }
    shelf.projects().use(shelf.projects().need(project), items, null);
  }

  /** Notes it all; what is not on the shelf is left out. */
  static void write(Shelf shelf) throws ShelfException {
    for (Note n : NOTES) {
      List<ShelvedItem> found = shelf.catalogue().find(n.key());
      if (!found.isEmpty()) {
        shelf.editing().set(List.of(found.getFirst().item().id()), n.fields());
      }
    }
    finish(shelf, "slate_shingle", "Rain-dark", "brightness=0.64", "roughness=0.12..0.64");
    finish(
        shelf,
        "verdigris_copper",
        "Winter-dull",
        "saturation=0.6",
        "brightness=0.7",
        "roughness=0.45..1");
    shelf
        .licences()
        .put(
            new Licence(
                "LicenseRef-Hollow-Ash-Scans",
                "Hollow Ash Scans, one seat",
                null,
                Answer.YES,
                Answer.NO,
                Answer.YES,
                Answer.NO,
                Answer.NO,
                Answer.NO,
                Answer.NO,
                Answer.NO,
                1,
                false,
                "One person, any number of jobs; the files stay with that person."));
    shelf
        .projects()
        .put(
            new Project(
                "Skerry Light visitor film",
                "Harbour Museum",
                Project.Kind.COMMERCIAL,
                Project.HandedOver.FILES,
                1,
                null,
                "2026-09-01",
                "2027-04-30",
                "The museum gets the scene, so that it can be shown in other sizes.",
                List.of(),
                null));
    use(
        shelf,
        "Skerry Light visitor film",
        "barnacle_crust",
        "bleached_larch",
        "sea_worn_brass",
        "rust_streaked_hull",
        "tarred_rope",
        "sailcloth",
        "net_mesh",
        "worn_larch");
    shelf.savedSearches().put("Wet things, 1K or more", "tag:wet res>=1K");
    shelf.savedSearches().put("Never installed", "used:no");
  }
}
