/** What went wrong or needs a look: one value with code, severity, place and a plain sentence. */
@NullMarked
package keepshelf.core.problem;

import org.jspecify.annotations.NullMarked;
