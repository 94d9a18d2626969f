package keepshelf.core.archive;

import java.util.List;
import keepshelf.core.problem.Problem;

/**
 * What became of an archive.
 *
 * @param files what was written out
 * @param problems what was refused or damaged, and why
 */
public record UnpackReport(List<UnpackedFile> files, List<Problem> problems) {}
