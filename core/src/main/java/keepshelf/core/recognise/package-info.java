/**
 * Says what files are: which belong together, in which role, and why. Names are read by a grammar
 * over their parts and decided over whole sets; pixels confirm or overrule. Every decision is a
 * {@link keepshelf.core.recognise.found.Verdict} made of named {@link
 * keepshelf.core.recognise.found.Evidence}.
 *
 * <p>Flow: {@code SourceFile} → {@code FileSorter} (maps, documents, junk) → {@code NameParts} →
 * {@code NameReadings} → {@code SetFinder} → {@code RoleChooser} → {@code PixelEvidence} → {@code
 * Recognition}.
 */
@org.jspecify.annotations.NullMarked
package keepshelf.core.recognise;
