package golden

import (
	"fmt"
	"maps"
	"math"
	"reflect"
	"slices"
	"strconv"
	"strings"
)

// Limits of what is told of one value.
const (
	deepest = 7
	longest = 12 // elements of a list of numbers: of a longer one its length, ends and weighted sum
	listed  = 40 // elements of any other list
)

// Told is a value in words that stay the same while it does: fields by name, maps in order,
// numbers to six digits, functions and caches left out. What is nothing is left out.
func Told(v any) string {
	var b strings.Builder
	tell(&b, reflect.ValueOf(v), 0)
	return b.String()
}

func number(f float64) string {
	switch {
	case math.IsNaN(f):
		return "NaN"
	case math.Abs(f) < 1e-9:
		return "0"
	}
	return strconv.FormatFloat(f, 'g', 6, 64)
}

func tell(b *strings.Builder, v reflect.Value, depth int) {
	if !v.IsValid() {
		b.WriteString("nil")
		return
	}
	switch v.Kind() {
	case reflect.Float64, reflect.Float32:
		b.WriteString(number(v.Float()))
	case reflect.Int, reflect.Int8, reflect.Int16, reflect.Int32, reflect.Int64:
		b.WriteString(strconv.FormatInt(v.Int(), 10))
	case reflect.Uint, reflect.Uint8, reflect.Uint16, reflect.Uint32, reflect.Uint64:
		b.WriteString(strconv.FormatUint(v.Uint(), 10))
	case reflect.Bool:
		b.WriteString(strconv.FormatBool(v.Bool()))
	case reflect.String:
		b.WriteString(strconv.Quote(v.String()))
	case reflect.Pointer, reflect.Interface:
		if v.IsNil() || depth > deepest {
			b.WriteString("nil")
			return
		}
		tell(b, v.Elem(), depth+1)
	case reflect.Slice, reflect.Array:
		tellList(b, v, depth)
	case reflect.Map:
		tellMap(b, v, depth)
	case reflect.Struct:
		tellStruct(b, v, depth)
	default:
		b.WriteString("…")
	}
}

func tellList(b *strings.Builder, v reflect.Value, depth int) {
	if k := v.Type().Elem().Kind(); v.Len() > longest && (k == reflect.Float64 || k == reflect.Int || k == reflect.Int64) {
		sum := 0.0
		for i := range v.Len() {
			if x := asFloat(v.Index(i)); !math.IsNaN(x) && !math.IsInf(x, 0) {
				sum += x * (1 + float64(i%7)/7)
			}
		}
		fmt.Fprintf(b, "[%d: %s … %s ∑%s]", v.Len(), number(asFloat(v.Index(0))), number(asFloat(v.Index(v.Len()-1))), number(sum))
		return
	}
	b.WriteByte('[')
	for i := range min(v.Len(), listed) {
		if i > 0 {
			b.WriteByte(' ')
		}
		tell(b, v.Index(i), depth+1)
	}
	if v.Len() > listed {
		fmt.Fprintf(b, " …%d", v.Len())
	}
	b.WriteByte(']')
}

func asFloat(v reflect.Value) float64 {
	if v.Kind() == reflect.Float64 {
		return v.Float()
	}
	return float64(v.Int())
}

func tellMap(b *strings.Builder, v reflect.Value, depth int) {
	lines := map[string]string{}
	for it := v.MapRange(); it.Next(); {
		var key, value strings.Builder
		tell(&key, it.Key(), depth+1)
		tell(&value, it.Value(), depth+1)
		lines[key.String()] = value.String()
	}
	b.WriteByte('{')
	for i, key := range slices.Sorted(maps.Keys(lines)) {
		if i > 0 {
			b.WriteByte(' ')
		}
		b.WriteString(key + ":" + lines[key])
	}
	b.WriteByte('}')
}

// left out of structs, wherever they stand.
var leftOut = []string{"Cache", "key", "Key", "Ladder", "Model", "UID"}

func tellStruct(b *strings.Builder, v reflect.Value, depth int) {
	if depth > deepest {
		b.WriteString("(…)")
		return
	}
	b.WriteByte('(')
	first := true
	for i := range v.NumField() {
		name, f := v.Type().Field(i).Name, v.Field(i)
		if slices.Contains(leftOut, name) || f.Kind() == reflect.Func || f.IsZero() {
			continue
		}
		if !first {
			b.WriteByte(' ')
		}
		first = false
		b.WriteString(name + ":")
		tell(b, f, depth+1)
	}
	b.WriteByte(')')
}

// Asked tells what each exported method of a value answers that takes only arguments of some
// given ones, by their types; those named are not asked.
func (l *Lines) Asked(name string, v any, with []any, without ...string) {
	of := reflect.ValueOf(v)
	for i := range of.NumMethod() {
		m := of.Type().Method(i)
		if slices.Contains(without, m.Name) || m.Type.IsVariadic() || m.Type.NumOut() == 0 {
			continue
		}
		args, ok := argsOf(of.Method(i).Type(), with)
		if !ok {
			continue
		}
		var said []string
		for _, out := range call(of.Method(i), args) {
			if e, isError := out.Interface().(error); isError && e != nil {
				said = append(said, "refused: "+e.Error())
				continue
			}
			var b strings.Builder
			tell(&b, out, 1)
			said = append(said, b.String())
		}
		l.line(name + "." + m.Name + " = " + strings.Join(said, ", "))
	}
}

// call a method; one that cannot be asked of the value as it is answers nothing.
func call(m reflect.Value, args []reflect.Value) (out []reflect.Value) {
	defer func() {
		if recover() != nil {
			out = []reflect.Value{reflect.ValueOf("cannot be asked")}
		}
	}()
	return m.Call(args)
}

func argsOf(f reflect.Type, with []any) ([]reflect.Value, bool) {
	args := make([]reflect.Value, f.NumIn())
	for i := range args {
		k := slices.IndexFunc(with, func(w any) bool { return reflect.TypeOf(w) == f.In(i) })
		if k < 0 {
			return nil, false
		}
		args[i] = reflect.ValueOf(with[k])
	}
	return args, true
}
