package compare
import ("testing";"fmt")
func TestDump(t *testing.T){
 for _,p:=range pairsIn(t,"pairs.txt"){
  for k,s:=range []string{p.parent,p.variant}{
   d:=read(t,s)
   fmt.Println("##",p.name,k,"|",d.Title,"|",d.Notes,"| var",d.VariantOf)
   for _,q:=range d.Parts{
    fmt.Printf("   %-12s",q.Role)
    for _,m:=range q.Materials{fmt.Printf(" {%s|c %s|s %s|p %s}",m.Name,m.Colour,m.Size,m.Preparation)}
    for _,m:=range q.Alternatives{fmt.Printf(" ALT{%s|c %s}",m.Name,m.Colour)}
    if q.Count!=nil{fmt.Printf(" n=%v",*q.Count)}
    if !q.Length.IsZero(){fmt.Printf(" len=%s(%s)",q.Length,q.Length.Of)}
    if !q.From.IsZero()||!q.To.IsZero(){fmt.Printf(" lies=%s..%s",q.From,q.To)}
    if q.Turns!=nil{fmt.Printf(" t=%v",*q.Turns)}
    if q.Hook!=nil{fmt.Printf(" %+v",*q.Hook)}
    if q.Absent{fmt.Print(" ABSENT")}
    if q.Continues!=""||q.SameAs!=""{fmt.Print(" cont=",q.Continues," sameas=",q.SameAs)}
    if q.Winding!=""{fmt.Print(" w=",q.Winding)}
    if len(q.Acts)>0||q.Note!=""||q.Amount!=""{fmt.Print(" acts=",q.Acts," note=",q.Note," amt=",q.Amount)}
    fmt.Println()
   }
   for _,u:=range d.Unread{fmt.Println("   UNREAD",u)}
  }
 }
}
