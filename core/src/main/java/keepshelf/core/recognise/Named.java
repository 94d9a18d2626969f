package keepshelf.core.recognise;

/**
 * A picture with its name and folders taken apart.
 *
 * @param file the picture
 * @param parts its name
 * @param scope its folders
 */
record Named(SourceFile file, NameParts parts, FolderScope scope) {}
