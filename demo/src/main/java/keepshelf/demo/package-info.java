/** The Skerry Light data: which sources ship what, and the program that writes it. */
@org.jspecify.annotations.NullMarked
package keepshelf.demo;
