/** The Skerry Light data: which sources ship what, and the program that writes it. */
package keepshelf.demo;
