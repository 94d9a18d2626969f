package keepshelf.cli;

import java.util.List;
import keepshelf.cli.bench.MeasureCommand;
import keepshelf.cli.bench.PreviewCommand;
import keepshelf.cli.bench.SharpCommand;
import keepshelf.cli.hosts.HostsCommand;
import keepshelf.cli.hosts.InstallCommand;
import keepshelf.cli.hosts.RenewCommand;
import keepshelf.cli.hosts.UninstallCommand;
import keepshelf.cli.hosts.VerifyCommand;
import keepshelf.cli.items.EditCommand;
import keepshelf.cli.items.FinishCommand;
import keepshelf.cli.items.LicencesCommand;
import keepshelf.cli.items.ListCommand;
import keepshelf.cli.items.SearchCommand;
import keepshelf.cli.items.ShowCommand;
import keepshelf.cli.making.EnsemblesCommand;
import keepshelf.cli.making.MakeCommand;
import keepshelf.cli.packs.BinCommand;
import keepshelf.cli.packs.DuplicatesCommand;
import keepshelf.cli.packs.LetGoCommand;
import keepshelf.cli.packs.RecogniseCommand;
import keepshelf.cli.packs.TakeInCommand;
import keepshelf.cli.projects.CreditsCommand;
import keepshelf.cli.projects.HandOverCommand;
import keepshelf.cli.projects.LikeCommand;
import keepshelf.cli.projects.ProjectsCommand;
import keepshelf.cli.projects.ReportCommand;
import keepshelf.cli.projects.TraceCommand;
import keepshelf.cli.projects.UseCommand;
import keepshelf.cli.projects.VerdictsCommand;
import keepshelf.cli.shelf.BackupCommand;
import keepshelf.cli.shelf.CheckCommand;
import keepshelf.cli.shelf.ExportCommand;
import keepshelf.cli.shelf.ImportCommand;
import keepshelf.cli.shelf.MoveCommand;
import keepshelf.cli.shelf.RebuildCommand;
import keepshelf.cli.sources.FeedCommand;
import keepshelf.cli.sources.FetchCommand;
import keepshelf.cli.sources.NewsCommand;
import keepshelf.cli.sources.OwnedCommand;
import keepshelf.cli.sources.SourcesCommand;
import picocli.CommandLine;

/**
 * The commands by name. Describing a command takes time, so that of a line that names one only that
 * one is described.
 */
final class Commands {
  /** In the order of the help. */
  static final List<String> NAMES =
      List.of(
          "recognise",
          "take-in",
          "list",
          "search",
          "show",
          "edit",
          "finish",
          "preview",
          "sharp",
          "measure",
          "make",
          "ensembles",
          "licences",
          "projects",
          "use",
          "trace",
          "verdicts",
          "credits",
          "report",
          "hand-over",
          "like",
          "sources",
          "owned",
          "news",
          "fetch",
          "feed",
          "hosts",
          "install",
          "verify",
          "renew",
          "uninstall",
          "duplicates",
          "let-go",
          "bin",
          "check",
          "rebuild",
          "export",
          "import",
          "backup",
          "move");

  private Commands() {}

  /** Adds the command that {@code args} begin with, or all when they begin with none. */
  static CommandLine addTo(CommandLine line, String... args) {
    String first = args.length == 0 ? "" : args[0];
    List<String> wanted = NAMES.contains(first) ? List.of(first) : NAMES;
    wanted.forEach(n -> line.addSubcommand(n, named(n)));
    CommandLine search = line.getSubcommands().get("search");
    if (search != null) {
      // “-word” means that a word must not be there.
      search
          .setUnmatchedOptionsArePositionalParams(true)
          .setPosixClusteredShortOptionsAllowed(false);
    }
    return line;
  }

  /** A class is loaded only when its branch is taken. */
  private static Class<?> named(String name) {
    return switch (name) {
      case "recognise" -> RecogniseCommand.class;
      case "take-in" -> TakeInCommand.class;
      case "list" -> ListCommand.class;
      case "search" -> SearchCommand.class;
      case "show" -> ShowCommand.class;
      case "edit" -> EditCommand.class;
      case "finish" -> FinishCommand.class;
      case "preview" -> PreviewCommand.class;
      case "sharp" -> SharpCommand.class;
      case "measure" -> MeasureCommand.class;
      case "make" -> MakeCommand.class;
      case "ensembles" -> EnsemblesCommand.class;
      case "licences" -> LicencesCommand.class;
      case "projects" -> ProjectsCommand.class;
      case "use" -> UseCommand.class;
      case "trace" -> TraceCommand.class;
      case "verdicts" -> VerdictsCommand.class;
      case "credits" -> CreditsCommand.class;
      case "report" -> ReportCommand.class;
      case "hand-over" -> HandOverCommand.class;
      case "like" -> LikeCommand.class;
      case "sources" -> SourcesCommand.class;
      case "owned" -> OwnedCommand.class;
      case "news" -> NewsCommand.class;
      case "fetch" -> FetchCommand.class;
      case "feed" -> FeedCommand.class;
      case "hosts" -> HostsCommand.class;
      case "install" -> InstallCommand.class;
      case "verify" -> VerifyCommand.class;
      case "renew" -> RenewCommand.class;
      case "uninstall" -> UninstallCommand.class;
      case "duplicates" -> DuplicatesCommand.class;
      case "let-go" -> LetGoCommand.class;
      case "bin" -> BinCommand.class;
      case "check" -> CheckCommand.class;
      case "rebuild" -> RebuildCommand.class;
      case "export" -> ExportCommand.class;
      case "import" -> ImportCommand.class;
      case "backup" -> BackupCommand.class;
      case "move" -> MoveCommand.class;
      default -> throw new IllegalArgumentException(name);
    };
  }
}
