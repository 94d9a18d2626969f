/** What helps a person: the guide, what this program is made of, and what helps in a report. */
package keepshelf.desktop.help;
