package keepshelf.cli.shelf;

import java.nio.file.Path;
import java.util.Map;
import java.util.concurrent.Callable;
import keepshelf.cli.frame.Exit;
import keepshelf.cli.frame.Output;
import keepshelf.cli.frame.ShelfOption;
import keepshelf.cli.words.Words;
import keepshelf.core.Shelf;
import keepshelf.core.disk.ShareProgress;
import keepshelf.core.problem.ShelfException;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** Makes a copy of the shelf. */
@Command(
    name = "backup",
    mixinStandardHelpOptions = true,
    description =
        "Write a ZIP archive that is a shelf again once it is unpacked; other Keep Shelf windows"
            + " may stay open.",
    footer = {
      "",
      "Examples:",
      "  keepshelf backup /media/backup/shelf.zip --files",
      "  keepshelf backup records.zip",
      "Exit codes: 0 done; 3 nothing was written."
    })
public final class BackupCommand implements Callable<Integer> {
  @Parameters(paramLabel = "FILE", description = "The archive to write; must not exist.")
  Path file;

  @Option(
      names = "--files",
      description = "With all files of the packs; else only what was recorded.")
  boolean files;

  @Mixin ShelfOption shelfOption;
  @Mixin Output out;

  @Override
  public Integer call() throws ShelfException {
    try (Shelf shelf = shelfOption.open(out, false)) {
      long bytes = shelf.backup().write(file.toAbsolutePath(), files, ShareProgress.NONE);
      if (out.json) {
        out.json(Map.of("file", file.toAbsolutePath().toString(), "bytes", bytes));
      } else {
        out.say(Words.of("backupCommand.backup-at-bytes", file, bytes));
      }
    }
    return Exit.DONE;
  }
}
