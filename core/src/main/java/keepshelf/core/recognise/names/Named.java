package keepshelf.core.recognise.names;

import keepshelf.core.recognise.found.SourceFile;

/**
 * A picture with its name and folders taken apart.
 *
 * @param file the picture
 * @param parts its name
 * @param scope its folders
 */
public record Named(SourceFile file, NameParts parts, FolderScope scope) {}
