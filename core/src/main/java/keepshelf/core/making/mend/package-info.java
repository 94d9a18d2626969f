/** What of delivered maps is at fault and can be put right. */
@org.jspecify.annotations.NullMarked
package keepshelf.core.making.mend;
