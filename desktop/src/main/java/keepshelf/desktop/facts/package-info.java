/** What is measured of single items when it is first looked at. */
package keepshelf.desktop.facts;
