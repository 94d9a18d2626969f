/** Lets the pixels confirm or overrule what names said, and find a set for what no name placed. */
@org.jspecify.annotations.NullMarked
package keepshelf.core.recognise.pixels;
