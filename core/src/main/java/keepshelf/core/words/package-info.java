/** The sentences that people read, apart from the code, so that another language is a file. */
@NullMarked
package keepshelf.core.words;

import org.jspecify.annotations.NullMarked;
