package message

// Count names how many there are. Called n, it chooses between singular and plural.
func Count(name string, n int) Arg { return Arg{name, Number(n)} }

// Name names something by a word of its own.
func Name(name, word string) Arg { return Arg{name, Word(word)} }

// On names a day.
func On(name, day string) Arg { return Arg{name, Day(day)} }

// As names a value.
func As(name string, v Value) Arg { return Arg{name, v} }

// Told names what another message says.
func Told(name string, m Message) Arg { return Arg{name, m} }

// Fixed names a figure with so many decimals.
func Fixed(name string, v float64, decimals int, unit Unit) Arg {
	return Arg{name, Figure{v, unit, Round{Decimals: decimals}}}
}

// Rough names a figure with so many figures in all.
func Rough(name string, v float64, figures int, unit Unit) Arg {
	return Arg{name, Figure{v, unit, Round{Figures: figures}}}
}

// Grams names a weight, with as many figures as a kitchen scale shows.
func Grams(name string, g float64) Arg { return Rough(name, g, scaleFigures, "g") }

const scaleFigures = 4

// Exact names a figure as short as it can be written.
func Exact(name string, v float64, unit Unit) Arg {
	return Arg{name, Figure{v, unit, Round{Whole: true}}}
}

// Between names a span of whole figures.
func Between(name string, low, high float64, unit Unit) Arg {
	return Arg{name, Span{Low: low, High: high, Unit: unit}}
}

// And lists several.
func And[V Value](name string, of []V) Arg { return Arg{name, List{values(of), "and"}} }

// Or lists several of which one is meant.
func Or[V Value](name string, of []V) Arg { return Arg{name, List{values(of), "or"}} }

// Several lists several that are neither all of them nor one of which is meant.
func Several[V Value](name string, of []V) Arg { return Arg{name, List{values(of), "comma"}} }

// Parted lists several that may hold commas themselves.
func Parted[V Value](name string, of []V) Arg { return Arg{name, List{values(of), "semicolon"}} }

func values[V Value](of []V) []Value {
	all := make([]Value, len(of))
	for i, v := range of {
		all[i] = v
	}
	return all
}
