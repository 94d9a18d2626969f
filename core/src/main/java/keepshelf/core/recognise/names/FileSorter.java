package keepshelf.core.recognise.names;

import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import keepshelf.core.recognise.found.LooseFile;
import keepshelf.core.recognise.found.LooseFile.Sort;
import keepshelf.core.recognise.found.SourceFile;
import keepshelf.core.words.Words;
import keepshelf.imaging.io.ImageFormat;

/** Tells files that cannot be maps apart by their names: junk, documents, scenes. */
public final class FileSorter {
  private static final Set<String> DOCUMENTS =
      Set.of(
          "txt", "pdf", "md", "rtf", "html", "htm", "doc", "docx", "odt", "url", "webloc", "nfo",
          "csv", "json", "xml", "yaml", "yml", "log", "ini", "toml", "rst", "lic", "license",
          "licence", "spdx", "readme", "xlsx", "ods");
  private static final Set<String> MATERIAL_DOCUMENTS =
      Set.of("mtlx", "mtl", "gltf", "usda", "usd", "usdc", "usdz");
  private static final Set<String> MODELS =
      Set.of("obj", "fbx", "glb", "stl", "ply", "abc", "dae", "x3d");
  private static final Set<String> LEFTOVERS =
      Set.of(
          "tmp",
          "part",
          "crdownload",
          "download",
          "partial",
          "bak",
          "swp",
          "lnk",
          "db-journal",
          "aux");
  private static final Set<String> JUNK_FOLDERS =
      Set.of(
          "__macosx",
          ".git",
          ".svn",
          ".trashes",
          ".spotlight-v100",
          ".fseventsd",
          "$recycle.bin",
          ".thumbnails",
          ".temporaryitems");
  private static final Set<String> JUNK_NAMES =
      Set.of(
          "thumbs.db",
          "ehthumbs.db",
          "desktop.ini",
          ".ds_store",
          "icon\r",
          ".localized",
          ".directory",
          "folder.htt");
  private static final Set<String> BARE_DOCUMENTS =
      Set.of(
          "license",
          "licence",
          "readme",
          "changelog",
          "copying",
          "credits",
          "notice",
          "authors",
          "version");

  private FileSorter() {}

  /** What {@code f} is when it is not a picture that could be a map; else empty. */
  public static Optional<LooseFile> sort(SourceFile f) {
    String name = f.name().toLowerCase(Locale.ROOT);
    for (String folder : f.parts().subList(0, f.parts().size() - 1)) {
      if (JUNK_FOLDERS.contains(folder.toLowerCase(Locale.ROOT))) {
        return loose(f, Sort.JUNK, Words.of("fileSorter.left-behind-by-operating-system"));
      }
    }
    if (name.startsWith("._") || name.startsWith("~$") || JUNK_NAMES.contains(name)) {
      return loose(f, Sort.JUNK, Words.of("fileSorter.left-behind-by-operating-system"));
    }
    String ext = f.extension();
    if (LEFTOVERS.contains(ext) || name.endsWith("~")) {
      return loose(f, Sort.JUNK, Words.of("fileSorter.temporary-file"));
    }
    if (f.size() == 0) {
      return loose(f, Sort.JUNK, Words.of("fileSorter.file-empty"));
    }
    if (f.info().isPresent()
        || (f.trouble() == null && ImageFormat.ofName(name).isPresent() && f.size() < 0)) {
      return Optional.empty();
    }
    if (f.trouble() != null || ImageFormat.ofName(name).isPresent()) {
      String why = f.trouble() != null ? f.trouble() : Words.of("fileSorter.content-not-picture");
      return loose(f, Sort.UNKNOWN_IMAGE, Words.of("fileSorter.cannot-read", why));
    }
    if (MATERIAL_DOCUMENTS.contains(ext)) {
      return loose(
          f, Sort.MATERIAL_DOCUMENT, Words.of("fileSorter.describes-materials-open-format"));
    }
    if (DOCUMENTS.contains(ext) || BARE_DOCUMENTS.contains(name)) {
      return loose(f, Sort.DOCUMENT, Words.of("fileSorter.text-kept-with-pack"));
    }
    if (MODELS.contains(ext)) {
      return loose(f, Sort.SCENE, Words.of("fileSorter.model-kept-with-pack"));
    }
    if (looksLikeScene(f, ext)) {
      return loose(f, Sort.SCENE, Words.of("fileSorter.made-another-program-kept-with"));
    }
    return loose(f, Sort.OTHER, Words.of("fileSorter.kept-with-pack"));
  }

  /** An unknown kind of file that is named or kept like a scene, or beside the textures. */
  private static boolean looksLikeScene(SourceFile f, String ext) {
    NameParts stem = NameParts.of(f.stem());
    boolean named =
        stem.words().stream()
            .anyMatch(w ->
                Set.of(
                        "scene",
                        "scenes",
                        "setup",
                        "project",
                        "shader",
                        "material",
                        "materials",
                        "library")
                    .contains(w.text()));
    boolean kept =
        f.parts().stream()
            .limit(f.parts().size() - 1L)
            .anyMatch(p ->
                p.toLowerCase(Locale.ROOT)
                    .matches("(?:.*[ _-])?(?:scenes?|projects?|shaders?|materials?)(?:[ _-].*)?"));
    return !ext.isEmpty() && ext.length() <= 12 && (named || kept);
  }

  private static Optional<LooseFile> loose(SourceFile f, Sort sort, String reason) {
    return Optional.of(new LooseFile(f, sort, reason));
  }
}
