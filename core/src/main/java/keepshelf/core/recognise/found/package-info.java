/** What recognising finds: files, maps and items with the evidence for each decision. */
@NullMarked
package keepshelf.core.recognise.found;

import org.jspecify.annotations.NullMarked;
